/** Times of the site's clock, which carry no zone: how far they are from now there, and in words. */
import { when } from '@/lib/when'

/** A time of the site's clock in minutes, so that two of them can be compared. */
export const minutesOf = (siteTime: string): number => Date.parse(`${siteTime.slice(0, 16)}Z`) / 60_000
/** What the site's clock shows at a moment: `2026-11-24T14:05`. */
export const siteTime = (at: Date, zone: string): string => when(at, zone).slice(0, 16).replace(' ', 'T')

/** The moment at which the site's clock shows that, in UTC; what is no such time goes back as it was typed. */
export function momentAt(typed: string, zone: string): string {
  const wanted = Date.parse(`${typed.trim().replace(' ', 'T')}Z`)
  if (!typed.trim() || Number.isNaN(wanted)) return typed
  let at = wanted
  for (let tried = 0; tried < 2; tried++) at -= minutesOf(siteTime(new Date(at), zone)) * 60_000 - wanted
  return new Date(at).toISOString()
}

/** `2 d 3 h`, `3 h 20 min`, `5 min`: a span as it is said. */
export function span(minutes: number): string {
  const whole = Math.round(Math.abs(minutes))
  const [days, hours, rest] = [Math.floor(whole / 1440), Math.floor((whole % 1440) / 60), whole % 60]
  if (days) return hours ? `${days} d ${hours} h` : `${days} d`
  if (hours) return rest ? `${hours} h ${rest} min` : `${hours} h`
  return `${rest} min`
}
