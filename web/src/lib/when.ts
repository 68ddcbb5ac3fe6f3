/** Dates and times in one form on every screen: year-month-day, 24 hours, and the zone named. */

/** This device's own zone, where a time belongs to no site. */
export const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone

function partsOf(at: Date, zone: string): Record<string, string> {
  const format = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hourCycle: 'h23',
    timeZoneName: 'longOffset',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  })
  return Object.fromEntries(format.formatToParts(at).map((one) => [one.type, one.value]))
}

/** `GMT+02:00` as `UTC+2`, `GMT-03:30` as `UTC-3:30`, `GMT` as `UTC+0`. */
const offset = (name: string) =>
  name === 'GMT'
    ? 'UTC+0'
    : name.replace(
        /GMT([+-])0?(\d+):(\d\d)/,
        (_, sign, hours, rest) => `UTC${sign}${hours}${rest === '00' ? '' : `:${rest}`}`,
      )

/** The day that it is on this device: `2026-11-24`. In UTC it may be another one. */
export const today = (zone = HERE): string => when(new Date(), zone).slice(0, 10)

/** `14:05`, by the clocks of that zone, or by this device's. */
export function clock(at: Date, zone: string | undefined): string {
  const { hour, minute } = partsOf(at, zone ?? HERE)
  return `${hour}:${minute}`
}

/** `2026-11-24 14:05 UTC+2`, by the clocks of that zone (a site's, by its IANA name), or by this device's. */
export function when(moment: string | Date, zone: string | undefined): string {
  const at = new Date(moment)
  const { year, month, day, timeZoneName } = partsOf(at, zone ?? HERE)
  return `${year}-${month}-${day} ${clock(at, zone)} ${offset(timeZoneName!)}`
}
