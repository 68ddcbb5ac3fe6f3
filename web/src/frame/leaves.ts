/** The leaves of each station: what is shown together, in the order of the work, and which entries lie on it. */
import { computed, type ComputedRef, inject, type InjectionKey, onBeforeUnmount, provide, ref } from 'vue'
import leaves from '@/frame/leaves.json'
import type { Station } from '@/router'

export interface Leaf {
  code: string
  name: string
  /** Paths of the facts that are entered there. */
  facts: string[]
  /** Only wanted by people of the trade: an owner does not see it unless something there holds the job up. */
  trade?: boolean
}

/** In the order of the work; told in a file of its own, as it is data. */
export const LEAVES: Record<Station, Leaf[]> = leaves

/** Station and leaf on which an entry lies; the station that asks is looked through first. `at` may be a station. */
export function placeOf(at: string, here: Station): { station: Station; leaf: string } | null {
  const room = at.split('.')[0] as Station
  if (!(room in LEAVES)) return null
  for (const station of [here, room, ...(Object.keys(LEAVES) as Station[])]) {
    const found = LEAVES[station].find((one) => one.facts.includes(at))
    if (found) return { station, leaf: found.code }
  }
  return at.includes('.') ? null : { station: room, leaf: '' }
}

/** The address of an entry, and where it lies; null for what is on no leaf. */
export function wayTo(
  at: string,
  here: Station,
  number: string,
): { to: string; station: Station; leaf: string } | null {
  const place = placeOf(at, here)
  if (!place) return null
  const leaf = place.leaf ? `/${place.leaf}` : ''
  return { ...place, to: `/jobs/${number}/${place.station}${leaf}${at.includes('.') ? `#${at}` : ''}` }
}

/** Places of entries along the course: of one that lies on several leaves that at its own station. */
const ORDER = new Map<string, number>()
let met = 0
for (const [station, shelf] of Object.entries(LEAVES)) {
  ORDER.set(station, met++)
  for (const fact of shelf.flatMap((leaf) => leaf.facts))
    if (!ORDER.has(fact) || fact.startsWith(`${station}.`)) ORDER.set(fact, met++)
}
/** What is on no leaf stands with its station. */
const placed = (at: string) => ORDER.get(at) ?? ORDER.get(at.split('.')[0]!) ?? 0
/** Entries, or stations, in the order in which they are met. */
export const inOrder = (asked: readonly string[]): string[] => [...asked].sort((a, b) => placed(a) - placed(b))

interface Shelf {
  current: ComputedRef<string>
  put: (code: string) => () => void
}
const SHELF: InjectionKey<Shelf> = Symbol('leaves')

/** Of the page: which leaves its station has now, and which of them is open by the address. */
export function useShelf(station: () => Station, wanted: () => string) {
  const counts = ref<Record<string, number>>({})
  const present = computed(() => LEAVES[station()].filter((one) => counts.value[one.code]))
  const current = computed(() => {
    const known = present.value.some((one) => one.code === wanted())
    return known ? wanted() : (present.value[0]?.code ?? '')
  })
  const add = (code: string, by: number) => (counts.value = { ...counts.value, [code]: (counts.value[code] ?? 0) + by })
  provide(SHELF, {
    current,
    put: (code) => {
      add(code, 1)
      return () => add(code, -1)
    },
  })
  return { present, current }
}

/** The leaf that is open; empty where there are none. */
export function useOpenLeaf(): ComputedRef<string> {
  const shelf = inject(SHELF, null)
  return computed(() => shelf?.current.value ?? '')
}

/**
 * Of a part of a leaf, or of several (`figures mast`): whether its leaf is open. A sheet that stands alone, without a
 * page, shows all of its leaves.
 */
export function useLeaf(codes: () => string): ComputedRef<boolean> {
  const shelf = inject(SHELF, null)
  if (!shelf) return computed(() => true)
  for (const code of codes().split(' ')) onBeforeUnmount(shelf.put(code))
  return computed(() => codes().split(' ').includes(shelf.current.value))
}
