import { describe, expect, it } from 'vitest'
import { BUZZ, spoken } from '@/lib/spoken'

describe('what is said aloud', () => {
  it('says units and signs in words', () => {
    expect(spoken('Set 33° on the compass,  38.1° at −2 °C')).toBe(
      'Set 33 degrees on the compass, 38.1 degrees at minus 2 degrees Celsius',
    )
    expect(spoken('0.4 dB lost over 21.1 m, ±0.2°')).toBe(
      '0.4 decibels lost over 21.1 metres, plus or minus 0.2 degrees',
    )
    expect(spoken('60 mm, 12 m/s, 548 N·m')).toBe('60 millimetres, 12 metres a second, 548 newton metres')
  })
  it('is felt the longer, the worse it is', () => {
    const length = (one: keyof typeof BUZZ) => BUZZ[one].filter((_, at) => at % 2 === 0).reduce((a, b) => a + b)
    expect(length('clear')).toBeLessThan(length('unknown'))
    expect(length('unknown')).toBeLessThan(length('mind'))
    expect(length('mind')).toBeLessThan(length('hold'))
  })
})
