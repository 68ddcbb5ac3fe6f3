/** Rows of the way online as a person enters it. */

interface State {
  code: string
  name: string
  usual_s: number
  said?: string
  light?: string
}
export interface StateRow {
  code: string
  name: string
  said: string
  light: string
  usualS: number
  /** Seconds after it was switched on; null: not reached. */
  atS: number | null
  here: boolean
  /** Whether it can be pressed now: what lies ahead, and at first only the first one. */
  next: boolean
  first: boolean
}

export function stateRows(states: State[], entered: { code: string; at_s: number }[]): StateRow[] {
  const last = entered.at(-1)?.code
  const at = states.findIndex((one) => one.code === last)
  return states.map((one, index) => ({
    code: one.code,
    name: one.name,
    said: one.said ?? '',
    light: one.light ?? '',
    usualS: one.usual_s,
    atS: index <= at ? ([...entered].reverse().find((event) => event.code === one.code)?.at_s ?? null) : null,
    here: index === at,
    next: at < 0 ? index === 0 : index > at,
    first: index === 0,
  }))
}

/** The moment so many minutes before now, as ISO 8601. */
export function momentAgo(minutes: number, nowMs: number): string {
  return new Date(nowMs - minutes * 60_000).toISOString()
}
