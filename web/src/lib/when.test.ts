import { describe, expect, it, vi } from 'vitest'
import { clock, when } from '@/lib/when'

describe('when', () => {
  it.each([
    [0, 'UTC+0'],
    [-120, 'UTC+2'],
    [210, 'UTC-3:30'],
  ])('names the zone of the clock that it tells, %i minutes behind UTC', (behind, zone) => {
    vi.spyOn(Date.prototype, 'getTimezoneOffset').mockReturnValue(behind)
    expect(when('2026-11-04T05:07:00Z').split(' ').at(-1)).toBe(zone)
    vi.restoreAllMocks()
  })

  it('writes year, month and day with two digits each, and 24 hours', () => {
    const at = new Date(2026, 0, 4, 17, 5)
    expect(when(at)).toMatch(/^2026-01-04 17:05 UTC/)
    expect(clock(at)).toBe('17:05')
  })
})
