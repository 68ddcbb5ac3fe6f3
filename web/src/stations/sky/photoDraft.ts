/** A picture as it is being traced: marks may wait for their bearing, and each traced point knows what it is of. */
import type { Schemas } from '@/api/client'

export type Photo = Schemas['PhotoInput']
type Kind = Schemas['SkylinePoint']['kind']
export interface Mark {
  x_px: number
  y_px: number | null
  /** Not known until it was typed. */
  azimuth_deg: number | null
}
export interface Traced {
  x: number
  y: number
  kind: Kind
  distance_m: number | null
}
export interface Draft {
  of: Photo
  marks: Mark[]
  /** Rows of the level at the left and the right edge. */
  level: [number, number]
  trace: Traced[]
}

const inOrder = (trace: Traced[]) => [...trace].sort((a, b) => a.x - b.x)

/** Runs of neighbouring points that are of one kind and one distance, from left to right. */
export function runsOf(trace: Traced[]): Traced[][] {
  const runs: Traced[][] = []
  for (const one of inOrder(trace)) {
    const last = runs.at(-1)?.[0]
    if (last && last.kind === one.kind && last.distance_m === one.distance_m) runs.at(-1)!.push(one)
    else runs.push([one])
  }
  return runs
}

/** The picture as the core measures it; null while no bearing is known. */
export function photoOf(draft: Draft): Photo | null {
  const marks = draft.marks.filter((one) => one.azimuth_deg !== null) as Photo['marks']
  if (!marks.length) return null
  const [left, right] = draft.level
  const flat = draft.of.projection === 'flat'
  const runs = runsOf(draft.trace)
  return {
    ...draft.of,
    marks,
    horizon_y_px: (left + right) / 2,
    level_fall_deg: flat ? (Math.atan2(right - left, draft.of.width_px) * 180) / Math.PI : 0,
    trace: inOrder(draft.trace).map((one): [number, number] => [one.x, one.y]),
    stretches: runs.map(([first], index) => ({
      from_px: index ? (runs[index - 1]!.at(-1)!.x + first!.x) / 2 : 0,
      kind: first!.kind,
      distance_m: first!.distance_m,
    })),
  }
}

/** A picture that was kept, to go on with. */
export function draftOf(photo: Photo): Draft {
  const fall = Math.tan(((photo.level_fall_deg ?? 0) * Math.PI) / 180) * photo.width_px
  const stretches = [...(photo.stretches ?? [])].sort((a, b) => a.from_px - b.from_px)
  return {
    of: photo,
    marks: photo.marks.map((one) => ({ x_px: one.x_px, y_px: one.y_px ?? null, azimuth_deg: one.azimuth_deg })),
    level: [photo.horizon_y_px - fall / 2, photo.horizon_y_px + fall / 2],
    trace: (photo.trace ?? []).map(([x, y]) => {
      const mine = stretches.filter((one) => one.from_px <= Number(x)).at(-1) ?? photo
      return { x: Number(x), y: Number(y), kind: mine.kind ?? 'terrain', distance_m: mine.distance_m ?? null }
    }),
  }
}
