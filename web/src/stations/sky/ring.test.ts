import { describe, expect, it } from 'vitest'
import { arcOf, pointOn } from '@/stations/sky/ring'

/** The places at which the pieces of a path end. */
const ends = (path: string) =>
  [...path.matchAll(/(-?[\d.]+),(-?[\d.]+)(?=A|$)/g)].map((one) => [Number(one[1]), Number(one[2])])

describe('arcs about a point', () => {
  it('counts bearings clockwise from the top', () => {
    expect(pointOn(100, 50, 90)).toEqual({ x: 150, y: expect.closeTo(100, 9) })
    expect(pointOn(100, 50, 180).y).toBeCloseTo(150, 9)
  })
  it('goes clockwise over north', () => {
    expect(ends(arcOf(100, 50, 270, 90))).toEqual([
      [50, 100],
      [150, 100],
    ])
  })
  it('is three pieces where it is more than half, and comes round whole', () => {
    const whole = ends(arcOf(100, 50, 0, 360))
    expect(whole).toHaveLength(4)
    expect(whole[0]).toEqual(whole[3])
    expect(arcOf(100, 50, 10, 300).match(/A/g)).toHaveLength(3)
    expect(arcOf(100, 50, 10, 100).match(/A/g)).toHaveLength(1)
  })
})
