import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readMeasure } from '@/lib/measure'
import { formatQuantity, fromEntry, inSystem, type System } from '@/lib/quantity'

// Read, not imported: as a type each case would be held against each other.
const cases = JSON.parse(readFileSync('src/api/quantity_cases.json', 'utf8')) as {
  more: number
  system: System
  text: string
  unit: string
  value: number
}[]

describe('what is written with its unit', () => {
  // By hand: 1 in = 25.4 mm, 1 ft = 304.8 mm, 1 mph = 0.44704 m/s, 1 kn = 1852 m/h, °F = 1.8 °C + 32.
  it.each([
    ['2 3/8', 'mm', 'imperial', 60.325],
    ['2-3/8 in', 'mm', 'metric', 60.325],
    ['3/8"', 'mm', 'imperial', 9.525],
    ['6 cm', 'mm', 'metric', 60],
    ['5\' 3"', 'm', 'imperial', 1.6002],
    ['5 ft 3 1/2 in', 'm', 'metric', 1.6129],
    ["6'", 'm', 'imperial', 1.8288],
    ['250 cm', 'm', 'metric', 2.5],
    ['30 mph', 'mps', 'metric', 13.4112],
    ['36 km/h', 'mps', 'imperial', 10],
    ['20 kn', 'mps', 'metric', 10.28889],
    ['41 °F', 'c', 'metric', 5],
    ['10 C', 'c', 'imperial', 10],
    ['22 lb', 'kg', 'metric', 9.97903],
    ['2,385 m', 'm', 'metric', null],
  ])('reads %s in a field of %s (%s)', (text, unit, system, value) => {
    const read = readMeasure(text, unit, system as System)
    if (value === null) expect(read).toBeNull()
    else expect(read).toBeCloseTo(value, 4)
  })

  it('is no plain number, and no unit of another kind', () => {
    expect(readMeasure('12.5', 'mm', 'metric')).toBeNull()
    expect(readMeasure('12 kg', 'm', 'metric')).toBeNull()
    expect(fromEntry('12 kg', 'm', 'metric')).toBe('12 kg') // for the server to refuse
    expect(readMeasure('3/8', 'm', 'imperial')).toBeNull()
    expect(fromEntry('212', 'c', 'imperial')).toBeCloseTo(100, 9)
  })
})

describe('quantities', () => {
  it('are worded as the core words them', () => {
    const differ = cases.filter(
      (one) => formatQuantity(one.value, one.unit, one.system as System, one.more) !== one.text,
    )
    expect(differ).toEqual([])
    expect(cases.length).toBeGreaterThan(500)
  })

  it('inside a sentence follow the system, names and other units stay', () => {
    expect(inSystem('It stands 1.5 m off, or 12 to 30 mm.', 'imperial')).toBe(
      'It stands 4 ft 11 in off, or 0.47 in to 1.18 in.',
    )
    expect(inSystem('Raise it by 1.5 m.', 'imperial')).toBe('Raise it by 5 ft.') // 4 ft 11 in would not be enough
    expect(inSystem('gusts of 16 m/s at −3 °C, 20 N·m, 3 MHz, 0.5 dB', 'imperial')).toBe(
      'gusts of 36 mph at 27 °F, 15 lbf·ft, 3 MHz, 0.5 dB',
    )
    expect(inSystem('Raise it by 1.5 m.', 'metric')).toBe('Raise it by 1.5 m.')
    expect(inSystem('0.76 m³ with 38 l of water, 12 m²', 'imperial')).toBe('0.99 yd³ with 10.0 gal of water, 12 m²')
    const named = ['Coax 7 mm (white)', '13 mm spanner', '13 mm']
    expect(inSystem('coax 7 mm (white): 2 mm over 13 mm; 13 mm spanner, 113 mm', 'imperial', named)).toBe(
      'coax 7 mm (white): 0.08 in over 13 mm; 13 mm spanner, 4.45 in',
    )
    expect(inSystem('Bolt M8 × 60 mm, spanner 13\u00a0mm', 'imperial')).toBe('Bolt M8 × 60 mm, spanner 13\u00a0mm')
  })
})
