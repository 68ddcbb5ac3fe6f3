import { describe, expect, it } from 'vitest'
import { type Draft, draftOf, photoOf, runsOf, type Traced } from '@/stations/sky/photoDraft'

const at = (x: number, kind: Traced['kind'], distance_m: number | null = null): Traced => ({
  x,
  y: 300,
  kind,
  distance_m,
})
const draft = (more: Partial<Draft> = {}): Draft => ({
  of: {
    width_px: 1000,
    height_px: 700,
    projection: 'flat',
    horizon_y_px: 0,
    level_fall_deg: 0,
    marks: [],
    kind: 'terrain',
    mark_error_px: 3,
    bearing_error_deg: 1,
    focal_error_share: 0.03,
  } as Draft['of'],
  marks: [{ x_px: 500, y_px: 350, azimuth_deg: 90 }],
  level: [340, 360],
  trace: [],
  ...more,
})

describe('a picture that is being traced', () => {
  it('takes no mark for known before its bearing was typed', () => {
    const open = { x_px: 10, y_px: 5, azimuth_deg: null }
    expect(photoOf(draft({ marks: [open] }))).toBeNull()
    expect(photoOf(draft({ marks: [open, { x_px: 900, y_px: 5, azimuth_deg: 0 }] }))?.marks).toEqual([
      { x_px: 900, y_px: 5, azimuth_deg: 0 },
    ])
  })
  it('has its level at the middle and its fall to the right', () => {
    const told = photoOf(draft())!
    expect(told.horizon_y_px).toBe(350)
    expect(Math.tan((told.level_fall_deg! * Math.PI) / 180)).toBeCloseTo(20 / 1000)
    const wide = photoOf(draft({ of: { ...draft().of, projection: 'cylindrical' } }))!
    expect(wide.level_fall_deg).toBe(0)
    expect(draftOf(told).level.map((one) => Math.round(one * 1e6) / 1e6)).toEqual([340, 360])
  })
  it('tells the traced line by stretches, in whatever order it was drawn, and takes them up again', () => {
    const trace = [
      at(600, 'building', 35),
      at(100, 'terrain'),
      at(300, 'tree', 18),
      at(200, 'terrain'),
      at(400, 'tree', 18),
    ]
    const told = photoOf(draft({ trace }))!
    expect(told.stretches?.map((one) => [one.from_px, one.kind, one.distance_m])).toEqual([
      [0, 'terrain', null],
      [250, 'tree', 18],
      [500, 'building', 35],
    ])
    expect(runsOf(draftOf(told).trace)).toEqual(runsOf(trace))
  })
})
