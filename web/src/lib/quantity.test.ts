import { describe, expect, it } from 'vitest'
import { apartWords, closeUp, formatAmount, formatQuantity, fromEntry, readEntry, toEntry } from '@/lib/quantity'

describe('quantities', () => {
  it('counts pieces, measures lengths in the system, and leaves what is sold as it is sold', () => {
    expect(formatAmount({ amount: 9, unit: 'pieces' }, 'metric')).toBe('9 ×')
    expect(formatAmount({ amount: 0.3, unit: 'm' }, 'imperial')).toBe('1 ft')
    expect(formatAmount({ amount: 8, unit: 'ml' }, 'imperial')).toBe('8 ml')
  })
  it('are worded in both systems', () => {
    expect(formatQuantity(61.42, 'deg', 'metric')).toBe('61.4°')
    expect(formatQuantity(60.3, 'mm', 'imperial')).toBe('2 3/8 in')
    expect(formatQuantity(61.2, 'mm', 'imperial')).toBe('2.41 in')
    expect(formatQuantity(1.6, 'm', 'imperial')).toBe('5 ft 3 in')
    expect(formatQuantity(36779.2, 'km', 'metric')).toBe('36\u00a0779 km')
    expect(formatQuantity(-0.01, 'db', 'metric')).toBe('0.0 dB')
    expect(formatQuantity(-25.62, 'deg', 'metric')).toBe('−25.6°')
  })
  it('say far distances in kilometres, not in a thousand times as many', () => {
    expect(apartWords(42626, 'metric')).toBe('43 km')
    expect(apartWords(420, 'metric')).toBe('420.0 m')
  })
  it('survive being shown and typed back within a thousandth', () => {
    for (const unit of ['mm', 'm', 'kg', 'mps', 'c'])
      expect(fromEntry(toEntry(12.345, unit, 'imperial'), unit, 'imperial')).toBeCloseTo(12.345, 1)
  })
  it('hand text that is no number on to the server', () => {
    expect(closeUp('tube of 60.3 mm, 12 minutes, 14 m off')).toBe('tube of 60.3\u00a0mm, 12 minutes, 14\u00a0m off')
    expect(fromEntry('twelve', 'mm', 'metric')).toBe('twelve')
    expect(fromEntry('12,5', 'mm', 'metric')).toBe(12.5)
    expect(fromEntry('2,385', 'm', 'metric')).toContain('2385 or as 2.385') // never divided in silence
    expect(fromEntry('2,385 V', 'v', 'metric')).toContain('2385 V or as 2.385 V')
    expect(readEntry('1,215 ft', 'm', 'metric')).toEqual({ ask: ['1215 ft', '1.215 ft'] })
    expect(readEntry('1,215 furlongs', 'm', 'metric')).toEqual({ text: '1,215 furlongs' })
    expect(readEntry('1,215.5 ft', 'm', 'metric')).toEqual({ value: expect.closeTo(1215.5 * 0.3048, 6) })
    expect(fromEntry('  ', 'mm', 'metric')).toBeNull()
  })
})
