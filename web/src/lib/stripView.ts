/** The part of a strip that is shown, and how its drawing units turn into angles. */
import type { Schemas } from '@/api/client'

export type Frame = Schemas['FrameOut']
export interface View {
  x: number
  y: number
  width: number
  height: number
}

export const MOST_ZOOM = 10

/** The whole drawing's view for a zoom, centred where it was, kept inside the drawing. */
export function kept(view: View, whole: View): View {
  const width = Math.min(Math.max(view.width, whole.width / MOST_ZOOM), whole.width)
  const height = Math.min((width * view.height) / view.width, whole.height)
  const within = (value: number, low: number, span: number, all: number) =>
    Math.min(Math.max(value, low), low + all - span)
  return {
    x: within(view.x, whole.x, width, whole.width),
    y: within(view.y, whole.y, height, whole.height),
    width,
    height,
  }
}

/** Zooms by a factor about a point that stays where it is. */
export function zoomed(view: View, factor: number, at: { x: number; y: number }, whole: View): View {
  const width = Math.min(Math.max(view.width / factor, whole.width / MOST_ZOOM), whole.width)
  const share = width / view.width
  const height = view.height * share
  return kept({ x: at.x - (at.x - view.x) * share, y: at.y - (at.y - view.y) * share, width, height }, whole)
}

const wrap = (angle: number) => ((angle % 360) + 360) % 360

/** Drawing point of a direction; the strip begins at its left azimuth. */
export function pointOf(frame: Frame, azimuthDeg: number, elevationDeg: number): { x: number; y: number } {
  return {
    x: frame.left_px + wrap(azimuthDeg - frame.left_azimuth_deg) * frame.px_per_deg,
    y: frame.top_px + (frame.top_elevation_deg - elevationDeg) * frame.px_per_deg,
  }
}

/** Direction of a drawing point, to a tenth of a degree; null outside the strip. */
export function directionOf(
  frame: Frame,
  at: { x: number; y: number },
): { azimuth_deg: number; elevation_deg: number } | null {
  const x = at.x - frame.left_px
  const y = at.y - frame.top_px
  if (x < 0 || y < -frame.px_per_deg * 5 || x > frame.width_px || y > frame.height_px + frame.px_per_deg * 5)
    return null
  const tenth = (value: number) => Math.round(value * 10) / 10
  return {
    azimuth_deg: tenth(wrap(frame.left_azimuth_deg + x / frame.px_per_deg)) % 360,
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
