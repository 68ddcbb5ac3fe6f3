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

  it('rounds a limit to its safe side, so that who keeps to what is shown keeps it', () => {
    const limit = (over: object, system: 'metric' | 'imperial' = 'metric') => against(finding(over), system).limit
    expect(limit({ bound: 'at_least', figure: 0.7, limit: 0.812 })).toBe('at least 0.9 m')
    expect(limit({ bound: 'at_most', figure: 1.2, limit: 0.888 })).toBe('at most 0.8 m')
    expect(limit({ bound: 'at_most', figure: 30, limit: 25, unit: 'kg' })).toBe('at most 25.0 kg')
    expect(limit({ bound: 'at_least', figure: 1, limit: 2 }, 'imperial')).toBe('at least 6 ft 7 in') // 6 ft 6.74 in
    expect(limit({ bound: 'at_most', figure: 3, limit: 2 }, 'imperial')).toBe('at most 6 ft 6 in')
    expect(limit({ bound: 'between', figure: 3, limit: 1.01, upper: 1.99 })).toBe('between 1.0 and 1.9 m')
    expect(limit({ bound: 'between', figure: 0.5, limit: 1.01, upper: 1.99 })).toBe('between 1.1 and 2.0 m')
    expect(limit({ bound: 'between', figure: 1.93, limit: 1.01, upper: 1.91 })).toBe('between 1.01 and 1.91 m')
    // what is kept looks kept
    const kept = (over: object) => against(finding(over), 'metric')
    expect(kept({ bound: 'at_most', figure: 0.87, limit: 0.89 })).toEqual({ figure: '0.87 m', limit: 'at most 0.89 m' })
    expect(kept({ bound: 'at_least', figure: 0.82, limit: 0.81 })).toEqual({
      figure: '0.82 m',
      limit: 'at least 0.81 m',
    })
  })

  it('has one more digit where both would look the same', () => {
    const told = against(finding({ figure: 0.504, limit: 0.5, unit: 'db' }), 'metric')
    expect(told).toEqual({ figure: '0.504 dB', limit: 'at most 0.500 dB' })
    expect(against(finding({ figure: 10, limit: 10 }), 'metric').figure).toBe('10.0 m')
  })
})
