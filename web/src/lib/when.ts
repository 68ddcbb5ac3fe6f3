/** Dates and times in one form on every screen: year-month-day, 24 hours, and the zone named. */

const two = (value: number) => String(value).padStart(2, '0')

/** `UTC+2`, `UTC-3:30`: how far this device's clock is ahead of UTC at that moment. */
function zone(at: Date): string {
  const ahead = -at.getTimezoneOffset()
  const hours = Math.floor(Math.abs(ahead) / 60)
  const minutes = Math.abs(ahead) % 60
  return `UTC${ahead < 0 ? '-' : '+'}${hours}${minutes ? `:${two(minutes)}` : ''}`
}

/** `14:05`, by this device's clock. */
export const clock = (at: Date) => `${two(at.getHours())}:${two(at.getMinutes())}`

/** `2026-11-24 14:05 UTC+2`, by this device's clock. */
export function when(moment: string | Date): string {
  const at = new Date(moment)
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())} ${clock(at)} ${zone(at)}`
}
