/** Where a file that is dropped on the page may go: every button that takes a file, and the open job itself. */
import { onBeforeUnmount, onMounted, type Ref } from 'vue'

export interface Taker {
  label: () => string
  accept: () => string
  /** Its place on the page; none: it is there wherever one drops. */
  element: () => Element | null
  take: (files: File[]) => void
}
const takers = new Set<Taker>()

/** Whether a file is of a kind that an `accept` list names: `.csv`, `image/*`, `text/csv`; empty takes any. */
export function fits(accept: string, name: string, type: string): boolean {
  const kinds = accept
    .split(',')
    .map((one) => one.trim().toLowerCase())
    .filter(Boolean)
  return (
    !kinds.length ||
    kinds.some((kind) =>
      kind.startsWith('.')
        ? name.toLowerCase().endsWith(kind)
        : kind.endsWith('/*')
          ? type.startsWith(kind.slice(0, -1))
          : type === kind,
    )
  )
}
const seen = (one: Taker) => {
  const element = one.element()
  return element === null || element.getClientRects().length > 0
}
/** Those on the page that take this file: the one under the pointer alone, where there is one. */
export function takersOf(file: File, under: Element | null): Taker[] {
  const fitting = [...takers].filter((one) => seen(one) && fits(one.accept(), file.name, file.type))
  const there = fitting.filter((one) => under !== null && one.element()?.contains(under))
  return there.length ? there : fitting
}
export const anyTaker = () => [...takers].some(seen)

/** A part of the page takes dropped files while it is there. */
export function useDrops(
  label: () => string,
  accept: () => string,
  element: Ref<Element | null> | null,
  take: Taker['take'],
): void {
  const taker: Taker = { label, accept, element: () => element?.value ?? null, take }
  onMounted(() => takers.add(taker))
  onBeforeUnmount(() => takers.delete(taker))
}
