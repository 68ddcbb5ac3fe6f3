import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readMeasure } from '@/lib/measure'
import { formatQuantity, fromEntry, inSystem, type System, type Towards } from '@/lib/quantity'

// Read, not imported: as a type each case would be held against each other.
const cases = JSON.parse(readFileSync('src/api/quantity_cases.json', 'utf8')) as {
  more: number
  to: Towards
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
    ['11/16', 'mm', 'imperial', 17.4625], // two digits over two: the first is no sign
    ['15/16 in', 'mm', 'metric', 23.8125],
    ['1/2 in', 'mm', 'metric', 12.7],
    ['3 1/2"', 'mm', 'imperial', 88.9],
    ['12 3/8', 'mm', 'imperial', 314.325],
    ['-12 3/8"', 'mm', 'imperial', -314.325],
    ['−1/2', 'turns', 'metric', -0.5],
    ['1 1/2', 'turns', 'imperial', 1.5],
    ['12½ turns', 'turns', 'metric', 12.5],
    ['½', 'turns', 'metric', 0.5],
    ['33 1/2°', 'deg', 'metric', 33.5],
    ['5 ft 11/16 in', 'm', 'metric', 1.5414625],
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
    // What stands behind a field is what is typed behind its number.
    ['33.4°', 'deg', 'metric', 33.4],
    ["33° 24'", 'deg', 'metric', 33.4],
    ['33°24\'36"', 'compass_deg', 'imperial', 33.41],
    ["-0°30'", 'deg', 'metric', -0.5],
    ["33°72'", 'deg', 'metric', null],
    ['172 W', 'deg', 'metric', -172],
    ['31.6° E', 'deg', 'metric', 31.6],
    ['-172 W', 'deg', 'metric', null],
    ['14 min 23 s', 's', 'metric', 863],
    ['1 h 20 min', 'min', 'metric', 80],
    ['20 min 1 h', 'min', 'metric', null],
    ['90 s', 'min', 'metric', 1.5],
    ['2 h', 'min', 'imperial', 120],
    ['0.045 Ω', 'mohm', 'metric', 45],
    ['45 mohm', 'ohm', 'metric', 0.045],
    ['12.5 GHz', 'mhz', 'metric', 12_500],
    ['760 kbit/s', 'mbps', 'metric', 0.76],
    ['50 Mbps', 'mbps', 'metric', 50],
    ['13.6 dB', 'db', 'metric', 13.6],
    ['13.6 dBm', 'db', 'metric', null],
    ['12 %', 'percent', 'imperial', 12],
    ['1.5 kN', 'n', 'metric', 1500],
    ['10 lbf·ft', 'nm', 'metric', 13.5582],
    ['0.5 turns', 'turns', 'metric', 0.5],
    ['1 year', 'years', 'metric', 1],
    ['16 mm²', 'mm2', 'metric', 16],
    ['16 mm2', 'mm2', 'metric', 16],
    // 1 lbf = 4.448222 N, so 20 lbf/ft² = 957.6 Pa and 10 ksi = 68.95 MPa.
    ['2.5 kN/m²', 'kpa', 'metric', 2.5],
    ['1500 Pa', 'kpa', 'imperial', 1.5],
    ['20 psf', 'kpa', 'metric', 0.9576],
    ['10 ksi', 'mpa', 'metric', 68.94757],
    ['40 cm per year', 'm_per_year', 'metric', 0.4],
    ['1 ft/year', 'm_per_year', 'metric', 0.3048],
    ['1.2 kWh', 'wh', 'metric', 1200],
  ])('reads %s in a field of %s (%s)', (text, unit, system, value) => {
    const read = readMeasure(text, unit, system as System)
    if (value === null) expect(read).toBeNull()
    else expect(read).toBeCloseTo(value, 4)
  })

  it('may have the sign behind it that stands behind the field', () => {
    expect(fromEntry('1.2 kPa', 'kpa', 'metric')).toBe(1.2)
    expect(fromEntry('1.2kpa', 'kpa', 'imperial')).toBe(1.2)
    expect(fromEntry('25 lbf/ft²', 'kpa', 'metric')).toBeCloseTo(1.197, 3) // 1 lbf/ft² = 47.88 Pa
    expect(fromEntry('kPa', 'kpa', 'metric')).toBe('kPa') // nothing is taken away by it
    expect(fromEntry('1.2 bar', 'kpa', 'metric')).toBe('1.2 bar')
  })

  it('is no plain number, and no unit of another kind', () => {
    expect(readMeasure('12.5', 'mm', 'metric')).toBeNull()
    expect(readMeasure('12 kg', 'm', 'metric')).toBeNull()
    expect(fromEntry('12 kg', 'm', 'metric')).toBe('12 kg') // for the server to refuse
    expect(readMeasure('3/8', 'm', 'imperial')).toBeNull()
    expect(fromEntry('212', 'c', 'imperial')).toBeCloseTo(100, 9)
  })
  it('reads every sixteenth of ten feet, in each way of writing it', () => {
    for (let sixteenths = 1; sixteenths < 1920; sixteenths += 7) {
      const [whole, rest] = [Math.floor(sixteenths / 16), sixteenths % 16]
      const [inches, feet] = [`${whole % 12} ${rest}/16`, Math.floor(whole / 12)]
      const mm = (sixteenths / 16) * 25.4
      const ways = [`${whole} ${rest}/16"`, `${whole}-${rest}/16 in`, `${feet}' ${inches}"`, `${feet} ft ${inches} in`]
      for (const way of ways) expect(readMeasure(way, 'mm', 'metric'), way).toBeCloseTo(mm, 6)
    }
  })
})

describe('quantities', () => {
  it('are worded as the core words them', () => {
    const differ = cases.filter(
      (one) => formatQuantity(one.value, one.unit, one.system as System, one.more, one.to) !== one.text,
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
