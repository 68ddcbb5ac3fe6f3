import { describe, expect, it } from 'vitest'
import { roundUp, ticksOf, topOf } from '@/stations/handover/spread'

describe('the scale of runs', () => {
  it('ends at a round figure over the largest', () => {
    expect([0, 0.7, 3, 51.2].every((one) => roundUp(one) >= one)).toBe(true)
    expect([0, 0.7, 1, 3, 51.2, 100, 101].map(roundUp)).toEqual([1, 0.8, 1, 3.2, 60, 100, 120])
    expect(topOf([{ label: 'a', values: [3, 18], median: 3, low: 3, high: 21, sure_percent: 75 }])).toBe(24)
    expect(ticksOf(100)).toEqual([0, 25, 50, 75, 100])
  })
})
