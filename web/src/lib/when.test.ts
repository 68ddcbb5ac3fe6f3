import { afterEach, describe, expect, it, vi } from 'vitest'
import { clock, today, when } from '@/lib/when'

describe('when', () => {
  it.each([
    ['UTC', '2026-11-04 05:07 UTC+0'],
    ['Africa/Maseru', '2026-11-04 07:07 UTC+2'],
    ['America/St_Johns', '2026-11-04 01:37 UTC-3:30'],
    ['Asia/Kathmandu', '2026-11-04 10:52 UTC+5:45'],
    ['Etc/GMT+10', '2026-11-03 19:07 UTC-10'],
  ])('tells a moment by the clocks of %s and names their zone', (zone, told) => {
    expect(when('2026-11-04T05:07:00Z', zone)).toBe(told)
  })

  it('knows summer time, and midnight as 00', () => {
    expect(when('2026-07-01T22:05:00Z', 'Europe/Paris')).toBe('2026-07-02 00:05 UTC+2')
    expect(when('2026-12-01T22:05:00Z', 'Europe/Paris')).toBe('2026-12-01 23:05 UTC+1')
  })

  afterEach(() => vi.useRealTimers())

  it('knows which day it is there, which in UTC may be another one', () => {
    vi.useFakeTimers({ now: new Date('2026-11-24T20:30:00Z') })
    expect(today('UTC')).toBe('2026-11-24')
    expect(today('Pacific/Auckland')).toBe('2026-11-25')
    vi.setSystemTime(new Date('2026-11-25T03:00:00Z'))
    expect(today('America/Denver')).toBe('2026-11-24')
  })

  it('goes by this device where no zone is given', () => {
    const at = new Date(2026, 0, 4, 17, 5)
    expect(when(at, undefined)).toMatch(/^2026-01-04 17:05 UTC/)
    expect(clock(at, undefined)).toBe('17:05')
  })
})
