import { describe, expect, it } from 'vitest'
import { minutesOf, momentAt, siteTime, span } from '@/lib/siteClock'

describe('the site’s clock', () => {
  it('is ahead of UTC by its zone, over a change of clocks too', () => {
    expect(siteTime(new Date('2026-11-24T22:30:00Z'), 'Africa/Maseru')).toBe('2026-11-25T00:30')
    expect(siteTime(new Date('2026-03-29T00:59:00Z'), 'Europe/Berlin')).toBe('2026-03-29T01:59')
    expect(siteTime(new Date('2026-03-29T01:01:00Z'), 'Europe/Berlin')).toBe('2026-03-29T03:01')
  })
  it('tells spans as they are said', () => {
    expect(minutesOf('2026-11-25T00:30:00') - minutesOf('2026-11-24T23:00')).toBe(90)
    expect([90, 60, 5, 0, -200, 2880, 3000].map(span)).toEqual([
      '1 h 30 min',
      '1 h',
      '5 min',
      '0 min',
      '3 h 20 min',
      '2 d',
      '2 d 2 h',
    ])
  })

  it('finds the moment of a time on the site’s clock, in summer and in winter', () => {
    expect(momentAt('2026-11-23 13:20', 'Africa/Johannesburg')).toBe('2026-11-23T11:20:00.000Z')
    expect(momentAt('2026-07-01 13:20', 'Europe/Berlin')).toBe('2026-07-01T11:20:00.000Z')
    expect(momentAt('2026-12-01 13:20', 'Europe/Berlin')).toBe('2026-12-01T12:20:00.000Z')
    expect(momentAt('soon', 'Europe/Berlin')).toBe('soon')
  })
})
