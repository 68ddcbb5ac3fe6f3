import { describe, expect, it } from 'vitest'
import { against } from '@/lib/finding'

const finding = (over: object) =>
  ({ figure: 12, limit: 10, upper: null, bound: 'at_most', unit: 'm', ...over }) as never

describe('a figure against its limit', () => {
  it.each([
    [{}, 'at most 10.0 m'],
    [{ bound: 'at_least' }, 'at least 10.0 m'],
    [{ bound: 'usual', unit: 's' }, 'usually 10 s'],
    [{ bound: 'between', upper: 14 }, 'between 10.0 and 14.0 m'],
    [{ bound: '' }, ''],
    [{ limit: null }, ''],
  ])('says what the limit is: %o', (over, limit) => {
    expect(against(finding(over), 'metric').limit).toBe(limit)
  })

  it('keeps both signs where a length is told in feet and inches', () => {
    const told = against(finding({ bound: 'between', upper: 14 }), 'imperial')
    expect(told.limit).toBe('between 32 ft 10 in and 45 ft 11 in')
  })

  it('has one more digit where both would look the same', () => {
    const told = against(finding({ figure: 0.504, limit: 0.5, unit: 'db' }), 'metric')
    expect(told).toEqual({ figure: '0.504 dB', limit: 'at most 0.500 dB' })
    expect(against(finding({ figure: 10, limit: 10 }), 'metric').figure).toBe('10.0 m')
  })
})
