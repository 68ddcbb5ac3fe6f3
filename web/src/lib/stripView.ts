/** The part of a strip round the whole circle that is shown, and how its drawing units turn into angles. */
import type { Schemas } from '@/api/client'

export type Frame = Schemas['FrameOut']
export interface View {
  x: number
  y: number
  width: number
  height: number
}
interface Spot {
  x: number
  y: number
}

export const MOST_ZOOM = 10
const wrap = (angle: number) => ((angle % 360) + 360) % 360
const tenth = (value: number) => Math.round(value * 10) / 10

/** All of a strip: once round, with a little over its top and under its foot. */
export const wholeOf = (frame: Frame): View => ({
  x: frame.left_px,
  y: frame.top_px - 4,
  width: frame.width_px,
  height: frame.height_px + 8,
})

/** A view that begins on the strip, however often it went round, and that reaches neither over it nor under it. */
export function kept(view: View, whole: View): View {
  const width = Math.min(Math.max(view.width, whole.width / MOST_ZOOM), whole.width)
  const height = Math.min((width * view.height) / view.width, whole.height)
  const round = (((view.x - whole.x) % whole.width) + whole.width) % whole.width
  return {
    x: whole.x + round,
    y: Math.min(Math.max(view.y, whole.y), whole.y + whole.height - height),
    width,
    height,
  }
}

/** Zooms by a factor about a point that stays where it is. */
export function zoomed(view: View, factor: number, at: Spot, whole: View): View {
  const width = Math.min(Math.max(view.width / factor, whole.width / MOST_ZOOM), whole.width)
  const share = width / view.width
  const height = view.height * share
  return kept({ x: at.x - (at.x - view.x) * share, y: at.y - (at.y - view.y) * share, width, height }, whole)
}

/** The same view of a strip that was drawn anew: about another bearing, or with another top. */
export function carried(view: View, from: Frame, to: Frame): View {
  const east = wrap(from.left_azimuth_deg + (view.x - from.left_px) / from.px_per_deg - to.left_azimuth_deg)
  const down = to.top_elevation_deg - from.top_elevation_deg + (view.y - from.top_px) / from.px_per_deg
  const scale = to.px_per_deg / from.px_per_deg
  return kept(
    {
      x: to.left_px + east * to.px_per_deg,
      y: to.top_px + down * to.px_per_deg,
      width: view.width * scale,
      height: view.height * scale,
    },
    wholeOf(to),
  )
}

/** Drawing point of a direction where a view shows it; the strip begins at its left azimuth and goes on round. */
export function pointOf(frame: Frame, azimuthDeg: number, elevationDeg: number, view?: View): Spot {
  const x = frame.left_px + wrap(azimuthDeg - frame.left_azimuth_deg) * frame.px_per_deg
  return {
    x: view && x < view.x && x + frame.width_px <= view.x + view.width + 1e-6 ? x + frame.width_px : x,
    y: frame.top_px + (frame.top_elevation_deg - elevationDeg) * frame.px_per_deg,
  }
}

/** Direction of a drawing point, to a tenth of a degree; null over and under the strip. */
export function directionOf(frame: Frame, at: Spot): { azimuth_deg: number; elevation_deg: number } | null {
  const y = at.y - frame.top_px
  if (y < -frame.px_per_deg * 5 || y > frame.height_px + frame.px_per_deg * 5) return null
  return {
    azimuth_deg: tenth(wrap(frame.left_azimuth_deg + (at.x - frame.left_px) / frame.px_per_deg)) % 360,
    elevation_deg: Math.min(90, Math.max(-20, tenth(frame.top_elevation_deg - y / frame.px_per_deg))),
  }
}

/** Ticks of a scale inside a range: a round step that gives at most so many. */
export function ticks(low: number, high: number, most = 9): number[] {
  const step = [1, 2, 5, 10, 15, 30, 45, 90].find((one) => (high - low) / one <= most) ?? 90
  const found = []
  for (let at = Math.ceil(low / step) * step; at <= high; at += step) found.push(at)
  return found
}
