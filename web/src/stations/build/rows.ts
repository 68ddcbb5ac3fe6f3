/** What a press at Build makes of the lists: pure, so that it is tried without a screen. */
import type { Schemas } from '@/api/client'

export type KitState = Schemas['KitFound']['state']
type Found = Schemas['KitFound']
type Seen = Schemas['SeenMark']
type Wait = Schemas['WaitMark']
type Pass = Schemas['StepPass']

/** The bill's ticks with some lines told anew; the same word once more takes it back. */
export function toldOf(rows: Found[], lines: { code: string; amount: number }[], state: KitState, by: string): Found[] {
  const codes = new Set(lines.map((one) => one.code))
  const again = lines.length === 1 && rows.some((one) => one.code === lines[0]!.code && one.state === state)
  const others = rows.filter((one) => !codes.has(one.code))
  if (again) return others
  const before = new Map(rows.map((one) => [one.code, one]))
  return [
    ...others,
    ...lines.map((one) => {
      const was = before.get(one.code)
      const found_count = state === 'there' ? one.amount : (was?.found_count ?? null)
      return { id: was?.id ?? '', note: was?.note ?? '', code: one.code, state, found_count, by }
    }),
  ]
}

/** A mark is seen once; seen again it is taken back. */
export function seenOf(rows: Seen[], code: string, at: string, by: string): Seen[] {
  const others = rows.filter((one) => one.code !== code)
  return others.length < rows.length ? others : [...rows, { id: '', code, at, by }]
}

/** A wait with what was said of it now; what was said before stays. */
export function waitOf(rows: Wait[], code: string, news: Partial<Wait>): Wait[] {
  const was = rows.find((one) => one.code === code)
  const blank: Wait = { id: '', code, started_at: null, lasts_min: null, ended_at: null, reason: '', by: '' }
  return [...rows.filter((one) => one.code !== code), { ...(was ?? blank), ...news }]
}

/** A step that is done before its turn or left out has one reason. */
export function passOf(rows: Pass[], news: Omit<Pass, 'id'>): Pass[] {
  return [...rows.filter((one) => one.code !== news.code), { id: '', ...news }]
}

/** What comes once the step that is shown is done: the next one behind it, of a step that is done what is next now. */
export function stepAfter<T>(steps: T[], left: T[], shown: T, upcoming: T | null): T | null {
  if (!left.includes(shown)) return upcoming
  const behind = steps.slice(steps.indexOf(shown) + 1)
  return behind.find((one) => left.includes(one)) ?? (upcoming === shown ? null : upcoming)
}

/** The time that is left or has passed, as one reads it from afar: `1:05`, `2 h 10 min`, `3 days`. */
export function countdown(ms: number): string {
  const s = Math.max(0, Math.round(Math.abs(ms) / 1000))
  if (s < 3600) return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
  const min = Math.round(s / 60)
  if (min < 48 * 60) return `${Math.floor(min / 60)} h ${min % 60} min`
  return `${Math.round(min / 1440)} days`
}

/** How a joint stands, in words. */
export const JOINT_STATES: { value: Schemas['JointMark']['state']; label: string }[] = [
  { value: 'hung', label: 'hung on one bolt' },
  { value: 'free', label: 'free' },
  { value: 'snug', label: 'snug' },
  { value: 'tight', label: 'tight' },
  { value: 'torqued', label: 'torqued' },
  { value: 'marked', label: 'marked' },
]
