/** What the diary's page reckons of days and hours: pure, so that it is tried without a screen. */
const DAY_MS = 86_400_000

/** The Monday of a day's week, both as `2026-11-23`. */
export function mondayOf(day: string): string {
  const at = new Date(`${day}T12:00:00Z`)
  return new Date(at.getTime() - ((at.getUTCDay() + 6) % 7) * DAY_MS).toISOString().slice(0, 10)
}
export const dayAfter = (day: string, count: number): string =>
  new Date(new Date(`${day}T12:00:00Z`).getTime() + count * DAY_MS).toISOString().slice(0, 10)
export const daysFrom = (first: string, count: number): string[] =>
  Array.from({ length: count }, (_, at) => dayAfter(first, at))
/** `Tue 24`. */
export function dayName(day: string): string {
  const at = new Date(`${day}T12:00:00Z`)
  const week = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'][at.getUTCDay()]!
  return `${week} ${at.getUTCDate()}`
}
/** Hours since midnight of a moment of the site’s clock. */
export function hourOf(time: string): number {
  const [hours, minutes] = time.slice(11, 16).split(':').map(Number)
  return hours! + minutes! / 60
}
export const clock = (time: string): string => time.slice(11, 16)
/** Where an hour lies between two others, in percent. */
export const along = (hour: number, from: number, to: number): number =>
  Math.min(100, Math.max(0, (100 * (hour - from)) / (to - from)))
