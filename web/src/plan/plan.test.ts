import { describe, expect, it } from 'vitest'
import {
  cornerAfter,
  cornerTo,
  framed,
  movedBy,
  onStretch,
  roundLength,
  snapped,
  squared,
  type Thing,
} from '@/plan/plan'
import { boxed, boxOf, wayTo, withoutCorner, zoomedAbout } from '@/plan/plan'

const thing = (kind: string, ...spots: [number, number][]): Thing =>
  ({
    id: kind,
    kind,
    name: '',
    corners: spots.map(([east_m, north_m], at) => ({ id: `${at}`, east_m, north_m, up_m: null })),
  }) as unknown as Thing
const house = thing('building', [0, 0], [10, 0], [10, 6], [0, 6])

describe('the view', () => {
  it('holds all that is drawn, in the shape of the screen', () => {
    const view = framed([thing('tree', [100, 20])], [{ east: -10, north: -30 }], 2)
    expect(view.width / view.height).toBeCloseTo(2)
    expect(view.west).toBeLessThan(-10)
    expect(view.west + view.width).toBeGreaterThan(100)
    expect(view.north).toBeGreaterThan(20)
    expect(view.north - view.height).toBeLessThan(-30)
  })
  it('zooms about what is looked at', () => {
    const view = { west: 0, north: 50, width: 100, height: 50 }
    const near = zoomedAbout(view, 2, { east: 25, north: 40 })
    expect(near.width).toBe(50)
    expect((25 - near.west) / near.width).toBeCloseTo(0.25)
    expect((near.north - 40) / near.height).toBeCloseTo(0.2)
    expect(zoomedAbout(view, 1000, { east: 0, north: 0 }).width).toBe(4)
  })
  it('has a round scale', () => {
    expect([100, 60, 17, 2].map(roundLength)).toEqual([20, 10, 2, 0.5])
  })
})

describe('where a finger snaps to', () => {
  it('takes a corner before a wall', () => {
    expect(snapped({ east: 9.8, north: 0.1 }, [house], 0.5)).toEqual({ at: { east: 10, north: 0 }, how: 'corner' })
    expect(snapped({ east: 5, north: 0.3 }, [house], 0.5)).toEqual({ at: { east: 5, north: 0 }, how: 'wall' })
    expect(snapped({ east: 5, north: 3 }, [house], 0.5).how).toBe('')
    expect(snapped({ east: 9.8, north: 0.1 }, [house], 0.5, [], 'building').how).toBe('')
  })
  it('finds the right angle and the straight line of what is drawn', () => {
    const right = squared({ east: 5, north: 10.2 }, { east: 0, north: 0 }, { east: 0, north: 10 })!
    expect(right.north).toBeCloseTo(10)
    expect(right.east).toBeCloseTo(Math.hypot(5, 0.2))
    expect(squared({ east: 0.2, north: 15 }, { east: 0, north: 0 }, { east: 0, north: 10 })!.east).toBeCloseTo(0)
    expect(squared({ east: 5, north: 15 }, { east: 0, north: 0 }, { east: 0, north: 10 })).toBeNull()
  })
  it('stays on a stretch', () => {
    expect(onStretch({ east: 20, north: 3 }, { east: 0, north: 0 }, { east: 10, north: 0 })).toEqual({
      east: 10,
      north: 0,
    })
  })
})

describe('moving', () => {
  it('moves a thing whole, to the centimetre', () => {
    const moved = movedBy(house, 1.2345, -2)
    expect(moved.corners[1]).toMatchObject({ east_m: 11.23, north_m: -2 })
    expect(movedBy(movedBy(house, 3, 4), -3, -4)).toEqual(house)
  })
  it('sets, adds and takes a corner', () => {
    expect(cornerTo(house, 2, { east: 12, north: 7 }).corners[2]).toMatchObject({ east_m: 12, north_m: 7 })
    expect(cornerAfter(house, 3, 'x').corners[4]).toMatchObject({ id: 'x', east_m: 0, north_m: 3 })
    expect(withoutCorner(house, 0)!.corners).toHaveLength(3)
    expect(withoutCorner(thing('wall', [0, 0], [1, 1]), 0)).toBeNull()
  })
  it('tells a spot as a way from the place', () => {
    expect(wayTo({ east: 3, north: 4 })).toEqual({ distance_m: 5, bearing_deg: 36.87 })
    expect(wayTo({ east: -1, north: 0 }).bearing_deg).toBe(270)
  })
})

describe('a rectangle', () => {
  it('is known by its sides and the bearing of the first', () => {
    expect(boxOf(house)).toEqual({ along_m: 10, across_m: 6, bearing_deg: 90, square: true })
    expect(boxOf(thing('building', [0, 0], [10, 0], [10, 6], [0, 7])).square).toBe(false)
    expect(boxOf(thing('building', [0, 0], [10, 0], [10, 6])).square).toBe(false)
  })
  it.each([
    ['to its left', house],
    ['to its right', thing('building', [0, 0], [10, 0], [10, -6], [0, -6])],
  ])('is told by width, depth and bearing from its first corner, and stays where it lay: %s', (_, drawn) => {
    const made = boxed(drawn, { along_m: 12.5, across_m: 4, bearing_deg: 30 }, () => 'new')
    const found = boxOf(made)
    expect(found.along_m).toBeCloseTo(12.5, 1)
    expect(found.across_m).toBeCloseTo(4, 1)
    expect(found.bearing_deg).toBeCloseTo(30, 0)
    expect(found.square).toBe(true)
    expect(made.corners[0]).toMatchObject({ east_m: 0, north_m: 0 })
    const same = boxed(drawn, boxOf(drawn), () => 'new')
    expect(same.corners).toEqual(drawn.corners)
  })
  it('is made of any outline, with the ids of the corners that are there', () => {
    const made = boxed(
      thing('building', [0, 0], [10, 0], [10, 6]),
      { along_m: 10, across_m: 6, bearing_deg: 90 },
      () => 'new',
    )
    expect(made.corners.map((one) => one.id)).toEqual(['0', '1', '2', 'new'])
    expect(made.corners[3]).toMatchObject({ east_m: 0, north_m: 6 })
  })
})
