import { describe, expect, it } from 'vitest'
import { along, clock, dayAfter, dayName, daysFrom, hourOf, mondayOf } from '@/places/diary'

describe('the diary’s days', () => {
  it('a week begins on Monday, over the end of a year too', () => {
    expect(mondayOf('2026-11-24')).toBe('2026-11-23')
    expect(mondayOf('2026-11-29')).toBe('2026-11-23')
    expect(mondayOf('2027-01-01')).toBe('2026-12-28')
    expect(dayAfter('2026-12-31', 1)).toBe('2027-01-01')
    expect(daysFrom('2026-11-23', 3)).toEqual(['2026-11-23', '2026-11-24', '2026-11-25'])
    expect(dayName('2026-11-24')).toBe('Tue 24')
  })
  it('an hour has its place on the line', () => {
    expect(hourOf('2026-11-24T09:30:00')).toBe(9.5)
    expect(clock('2026-11-24T09:30:00')).toBe('09:30')
    expect([along(12, 6, 18), along(3, 6, 18), along(30, 6, 18)]).toEqual([50, 0, 100])
  })
})
