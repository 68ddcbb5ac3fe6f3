import { describe, expect, it } from 'vitest'
import { carried, directionOf, kept, MOST_ZOOM, pointOf, ticks, wholeOf, zoomed } from '@/lib/stripView'

const frame = {
  left_azimuth_deg: 190,
  top_elevation_deg: 70,
  left_px: 48,
  top_px: 12,
  px_per_deg: 5,
  width_px: 1800,
  height_px: 350,
}
const whole = wholeOf(frame)

describe('a strip', () => {
  it('turns directions into points and back, across north', () => {
    for (const azimuth_deg of [190, 359.9, 0, 0.1, 120.5, 189.9])
      for (const elevation_deg of [0, 12.3, 69.9])
        expect(directionOf(frame, pointOf(frame, azimuth_deg, elevation_deg))).toEqual({ azimuth_deg, elevation_deg })
  })
  it('goes on round: what lies before its beginning is beyond its end', () => {
    const before = { x: 48 - 5 * 7, y: 100 }
    expect(directionOf(frame, before)).toEqual(directionOf(frame, { ...before, x: before.x + 1800 }))
    expect(directionOf(frame, before)?.azimuth_deg).toBe(183)
    const over = kept({ x: 48 + 1700, y: 8, width: 900, height: 178 }, whole) // from 170° on round to 350°
    const seen = pointOf(frame, 200, 10, over).x
    expect(seen - over.x).toBeCloseTo(30 * 5)
    expect(pointOf(frame, 200, 10).x).toBeCloseTo(48 + 10 * 5)
    expect(kept({ ...over, x: over.x + 3 * 1800 }, whole)).toEqual(over)
  })
  it('is shown as before when it is drawn about another bearing and with another top', () => {
    const view = { x: 400, y: 60, width: 900, height: 178 }
    const other = { ...frame, left_azimuth_deg: 250, top_elevation_deg: 90, height_px: 450 }
    const now = carried(view, frame, other)
    const at = { azimuth_deg: 300, elevation_deg: 40 }
    const was = pointOf(frame, at.azimuth_deg, at.elevation_deg, view)
    const is = pointOf(other, at.azimuth_deg, at.elevation_deg, now)
    expect(is.x - now.x).toBeCloseTo(was.x - view.x)
    expect(is.y - now.y).toBeCloseTo(was.y - view.y)
  })
  it('knows nothing over the sky and under it', () => {
    expect(directionOf(frame, { x: 100, y: 700 })).toBeNull()
  })
  it('keeps the point under the pointer while it zooms, and the view inside the drawing', () => {
    const view = { x: 400, y: whole.y, width: 900, height: 179 }
    const at = { x: 700, y: 90 }
    const near = zoomed(view, 2, at, whole)
    expect((at.x - near.x) / near.width).toBeCloseTo((at.x - view.x) / view.width)
    expect(near.width).toBeCloseTo(450)
    expect(zoomed(view, 1000, at, whole).width).toBeCloseTo(whole.width / MOST_ZOOM)
    expect(zoomed(view, 0.01, at, whole)).toMatchObject({ y: whole.y, width: whole.width })
  })
  it('has round ticks, nine at the most', () => {
    expect(ticks(0, 60)).toEqual([0, 10, 20, 30, 40, 50, 60])
    expect(ticks(190, 550).every((one) => one % 45 === 0)).toBe(true)
    expect(ticks(12.2, 15.1)).toEqual([13, 14, 15])
    expect(ticks(0, 90, 4)).toEqual([0, 30, 60, 90]) // a narrow screen has fewer
    expect(ticks(0, 360, 1)).toEqual([0, 90, 180, 270, 360])
  })
})
