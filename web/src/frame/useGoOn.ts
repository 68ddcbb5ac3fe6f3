/** On to the next entry that something open waits for, along the course and in the order of the leaves. */
import { promiseTimeout, useEventListener } from '@vueuse/core'
import { computed, type ComputedRef, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { inOrder, LEAVES, wayTo } from '@/frame/leaves'
import { leadTo, openList } from '@/lib/leadTo'
import { type Station, STATIONS } from '@/router'
import { useJob } from '@/stores/job'

const SENT_MS = 4000
/** Where one is led when nothing is asked any more. */
export const LAST = 'handover.customer_signed_at'

export interface Onward {
  at: string
  to: string
  /** The station and its leaf. */
  name: string
  /** What is open there. */
  message: string
}

/** `next`: where it leads, null where nothing is asked for; `goOn` goes there, by Ctrl+Enter also while typing. */
export function useGoOn(station: () => Station): { next: ComputedRef<Onward | null>; goOn: () => Promise<void> } {
  const store = useJob()
  const router = useRouter()
  /** What was led to and left open, and where one was led last. */
  const passed = ref(new Set<string>())
  const led = ref('')
  watch(
    () => store.number,
    () => {
      passed.value = new Set()
      led.value = ''
    },
  )
  const from = (at: string) => STATIONS.indexOf(wayTo(at, station(), '')?.station ?? station())
  /** From the open station on, then round from the first one. */
  const asked = computed(() => {
    const every = inOrder(store.job?.assessment.asked ?? []).filter((at) => wayTo(at, station(), ''))
    const here = STATIONS.indexOf(station())
    return [...every.filter((at) => from(at) >= here), ...every.filter((at) => from(at) < here)]
  })
  const next = computed(() => {
    const open = asked.value.filter((one) => !passed.value.has(one))
    const at = open.find((one) => one !== led.value) ?? open[0] ?? asked.value[0]
    const way = at ? wayTo(at, station(), store.number) : null
    if (!at || !way) return null
    const views = store.job!.assessment.stations
    const leaf = LEAVES[way.station].find((one) => one.code === way.leaf)
    return {
      at,
      to: way.to,
      name: [views.find((one) => one.code === way.station)?.name, leaf?.name].filter(Boolean).join(', '),
      message:
        views.flatMap((one) => one.findings).find((one) => one.at === at && one.level !== 'clear')?.message ?? '',
    }
  })
  async function goOn(): Promise<void> {
    const field = document.activeElement as HTMLElement | null
    const here = field?.closest<HTMLElement>('[data-fact]')?.dataset.fact ?? led.value
    field?.blur() // what was typed is taken
    await nextTick()
    await Promise.race([store.delivered(), promiseTimeout(SENT_MS)]) // of a grid too, that waits for more to be typed
    if (asked.value.includes(here)) passed.value = new Set(passed.value).add(here)
    if (asked.value.every((one) => passed.value.has(one))) passed.value = new Set() // round again
    led.value = here
    const { at, to } = next.value ?? { at: LAST, to: wayTo(LAST, station(), store.number)!.to }
    led.value = at
    await router.push(to)
    if (await leadTo(at)) openList()
  }
  /** Enter goes down where one was and comes up where one is led: neither is a press there. */
  let down = false
  useEventListener(
    document,
    ['keydown', 'keyup'],
    (event: KeyboardEvent) => {
      if (event.key !== 'Enter') return
      const pressed = event.type === 'keydown' && (event.ctrlKey || event.metaKey)
      if (pressed || (down && event.type === 'keyup')) {
        event.preventDefault()
        event.stopPropagation()
      }
      if (pressed && !event.repeat) void goOn()
      down = pressed
    },
    { capture: true },
  )
  return { next, goOn }
}
