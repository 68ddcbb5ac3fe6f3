import { describe, expect, it } from 'vitest'
import { directionOf, kept, MOST_ZOOM, pointOf, ticks, zoomed } from '@/lib/stripView'

const frame = {
  left_azimuth_deg: 190,
  top_elevation_deg: 70,
  left_px: 48,
  top_px: 12,
  px_per_deg: 5,
  width_px: 1800,
  height_px: 350,
}
const whole = { x: 44, y: 8, width: 1808, height: 358 }

describe('a strip', () => {
  it('turns directions into points and back, across north', () => {
    for (const azimuth_deg of [190, 359.9, 0, 0.1, 120.5, 189.9])
      for (const elevation_deg of [0, 12.3, 69.9])
        expect(directionOf(frame, pointOf(frame, azimuth_deg, elevation_deg))).toEqual({ azimuth_deg, elevation_deg })
  })
  it('knows nothing outside the sky', () => {
    expect(directionOf(frame, { x: 10, y: 100 })).toBeNull()
    expect(directionOf(frame, { x: 100, y: 700 })).toBeNull()
  })
  it('keeps the point under the pointer while it zooms, and the view inside the drawing', () => {
    const view = { x: 400, y: 8, width: 900, height: 178 }
    const at = { x: 700, y: 90 }
    const near = zoomed(view, 2, at, whole)
    expect((at.x - near.x) / near.width).toBeCloseTo((at.x - view.x) / view.width)
    expect(near.width).toBeCloseTo(450)
    expect(zoomed(view, 1000, at, whole).width).toBeCloseTo(whole.width / MOST_ZOOM)
    expect(kept({ ...view, x: -500 }, whole).x).toBe(whole.x)
    expect(zoomed(view, 0.01, at, whole)).toMatchObject({ x: whole.x, width: whole.width })
  })
  it('has round ticks, nine at the most', () => {
    expect(ticks(0, 60)).toEqual([0, 10, 20, 30, 40, 50, 60])
    expect(ticks(190, 550).every((one) => one % 45 === 0)).toBe(true)
    expect(ticks(12.2, 15.1)).toEqual([13, 14, 15])
    expect(ticks(0, 90, 4)).toEqual([0, 30, 60, 90]) // a narrow screen has fewer
    expect(ticks(0, 360, 1)).toEqual([0, 90, 180, 270, 360])
  })
})
