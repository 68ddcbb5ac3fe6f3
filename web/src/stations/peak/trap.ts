/** A screw turned over a lobe by ear: what is heard, and why the first long tone is not the top. For the eye alone. */
export const REACH_TURNS = 3
const WIDTH_TURNS = 1.6
const HEARD_DB = 0.6
const FALL_DB = 1
/** Where the sound falls, to either side of the top. */
export const FALL_TURNS = 2 * WIDTH_TURNS * Math.sqrt(FALL_DB / 12)

/** Level over the top, in decibels, where the main lobe is a parabola. */
export const levelAt = (turns: number) => -12 * (turns / (2 * WIDTH_TURNS)) ** 2

export interface Heard {
  at: number
  best_db: number
  fell_low: boolean
  fell_high: boolean
  sound: 'long' | 'broken'
  says: string
}
export const BEGUN = -2.4

/** What is heard at a place, after all that was passed before. */
export function heardAt(at: number, before: Heard | null): Heard {
  const level = levelAt(at)
  const best_db = Math.max(level, before?.best_db ?? -Infinity)
  const fallen = levelAt(0) - FALL_DB >= level && best_db - level >= FALL_DB
  const fell_low = (before?.fell_low ?? false) || (fallen && at < 0)
  const fell_high = (before?.fell_high ?? false) || (fallen && at > 0)
  const sound = best_db - level <= HEARD_DB ? 'long' : 'broken'
  return { at, best_db, fell_low, fell_high, sound, says: sentence(sound, fell_low, fell_high) }
}
function sentence(sound: string, low: boolean, high: boolean): string {
  if (sound === 'long' && low && high)
    return 'Long tone, and it fell on both sides: the top lies midway between the falls.'
  if (sound === 'long' && (low || high)) return 'Long tone again. The fall on the other side is not heard yet: go on.'
  if (sound === 'long') return 'Long tone: as good as anything so far. It rises still: this is not the top, go on.'
  if (low && high) return 'It fell here too. Now go back to the middle between both falls.'
  return 'It fell: you passed it. Turn back, slowly, until it falls on the other side.'
}

/** The way that shows it: up past the top, back past it, and to the middle. */
export const WAY = [BEGUN, 2.2, -2.2, 0]
/** The places of the way, in steps of so many turns. */
export function placesOf(way: number[], step: number): number[] {
  const places = [way[0]!]
  for (let leg = 1; leg < way.length; leg++) {
    const [from, to] = [way[leg - 1]!, way[leg]!]
    const count = Math.max(1, Math.round(Math.abs(to - from) / step))
    for (let at = 1; at <= count; at++) places.push(from + ((to - from) * at) / count)
  }
  return places
}
