/** The site plan as a drawing in metres: what is shown of it, where a finger snaps to, how things move. Pure. */
import type { Schemas } from '@/api/client'
import kinds from '@/api/plan_kinds.json'
import { formatQuantity, type System } from '@/lib/quantity'

export type Thing = Schemas['PlanThing']
export type Corner = Schemas['PlanCorner']
export interface Kind {
  code: string
  name: string
  group: 'stands' | 'people' | 'work'
  shape: 'point' | 'line' | 'outline'
  sky: string | null
  live: boolean
  people: boolean
  role: string
  asks: string[]
  height_word: string
  across_word: string
  needs_height: boolean
  usual: Record<string, number>
}
export const KINDS = kinds as unknown as Kind[]
/** A candidate position is put down like a thing, and is none of them. */
export const POSITION: Kind = {
  code: '',
  name: 'Position of the terminal',
  group: 'work',
  shape: 'point',
  sky: null,
  live: false,
  people: false,
  role: 'position',
  asks: [],
  height_word: '',
  across_word: '',
  needs_height: false,
  usual: {},
}
const BY_CODE = Object.fromEntries(KINDS.map((one) => [one.code, one]))
export const kindOf = (thing: Pick<Thing, 'kind'>): Kind => BY_CODE[thing.kind]!
export const leastCorners = (kind: Kind) => ({ point: 1, line: 2, outline: 3 })[kind.shape]
export const calledOf = (thing: Thing) => thing.name || kindOf(thing).name

export interface At {
  east: number
  north: number
}
/** What is shown: its north-west corner and its size, metres. */
export interface View {
  west: number
  north: number
  width: number
  height: number
}
const cm = (value: number) => Math.round(value * 100) / 100
export const rounded = (at: At): At => ({ east: cm(at.east), north: cm(at.north) })
export const atOf = (corner: Corner): At => ({ east: corner.east_m, north: corner.north_m })

const LEAST_M = 16
/** All that is drawn, with room about it, in the shape of the screen. */
export function framed(things: Thing[], spots: At[], aspect: number): View {
  const near = things.filter((one) => !kindOf(one).live) // a wire runs far beyond what the work is about
  const all = [...spots, ...(near.length ? near : things).flatMap((one) => one.corners.map(atOf))]
  const [east, north] = [all.map((one) => one.east), all.map((one) => one.north)]
  const [west, right] = [Math.min(0, ...east), Math.max(0, ...east)]
  const [south, top] = [Math.min(0, ...north), Math.max(0, ...north)]
  const wide = Math.max(right - west, LEAST_M) * 1.24
  const high = Math.max(top - south, LEAST_M) * 1.4
  const width = Math.max(wide, high * aspect)
  const height = width / aspect
  return { west: (west + right - width) / 2, north: (south + top + height) / 2, width, height }
}

export const LEAST_VIEW_M = 4
export const MOST_VIEW_M = 4000
/** Zooms by a factor about a spot that stays where it is. */
export function zoomedAbout(view: View, factor: number, at: At): View {
  const width = Math.min(MOST_VIEW_M, Math.max(LEAST_VIEW_M, view.width / factor))
  const share = width / view.width
  return {
    west: at.east - (at.east - view.west) * share,
    north: at.north + (view.north - at.north) * share,
    width,
    height: view.height * share,
  }
}

/** A round length of about a fifth of the view, for the scale. */
export function roundLength(width: number): number {
  const most = width / 4
  const power = 10 ** Math.floor(Math.log10(most))
  return Math.max(...[1, 2, 5].map((one) => one * power).filter((one) => one <= most))
}

const dist = (a: At, b: At) => Math.hypot(a.east - b.east, a.north - b.north)

/** The nearest spot of a stretch. */
export function onStretch(at: At, one: At, other: At): At {
  const run = { east: other.east - one.east, north: other.north - one.north }
  const square = run.east ** 2 + run.north ** 2
  if (square === 0) return one
  const share = ((at.east - one.east) * run.east + (at.north - one.north) * run.north) / square
  const held = Math.min(1, Math.max(0, share))
  return { east: one.east + held * run.east, north: one.north + held * run.north }
}

/** Stretches between the corners of a thing. */
export function stretches(thing: Thing): [At, At][] {
  const spots = thing.corners.map(atOf)
  const pairs = spots.slice(1).map((one, at): [At, At] => [spots[at]!, one])
  if (kindOf(thing).shape === 'outline' && spots.length > 2) pairs.push([spots.at(-1)!, spots[0]!])
  return pairs
}

const SQUARE_WITHIN_DEG = 6
/** The spot at a right angle to, or straight on from, the stretch before; null where the finger means something else. */
export function squared(at: At, before: At, from: At): At | null {
  const run = Math.atan2(from.east - before.east, from.north - before.north)
  const way = Math.atan2(at.east - from.east, at.north - from.north)
  const length = dist(at, from)
  const turn = ((way - run) * 2) / Math.PI
  const nearest = Math.round(turn)
  if (length === 0 || Math.abs(turn - nearest) * 90 > SQUARE_WITHIN_DEG) return null
  const to = run + (nearest * Math.PI) / 2
  return { east: from.east + length * Math.sin(to), north: from.north + length * Math.cos(to) }
}

export type Snap = 'corner' | 'wall' | 'square' | ''
/**
 * Where a finger means: a corner that is there, a right angle to the stretch before, or a wall, within a reach; else
 * where it is. `path`: the corners before it of what is being drawn; `skip`: the thing that is moved.
 */
export function snapped(at: At, things: Thing[], reach: number, path: At[] = [], skip = ''): { at: At; how: Snap } {
  const others = things.filter((one) => one.id !== skip)
  const corners = [...others.flatMap((one) => one.corners.map(atOf)), ...path.slice(0, -1)]
  const corner = nearest(corners, at)
  if (corner && dist(corner, at) <= reach) return { at: corner, how: 'corner' }
  if (path.length > 1) {
    const found = squared(at, path.at(-2)!, path.at(-1)!)
    if (found) return { at: found, how: 'square' }
  }
  const walls = others.filter((one) => kindOf(one).sky !== null).flatMap(stretches)
  const wall = nearest(
    walls.map(([one, other]) => onStretch(at, one, other)),
    at,
  )
  if (wall && dist(wall, at) <= reach) return { at: wall, how: 'wall' }
  return { at, how: '' }
}
function nearest(spots: At[], at: At): At | null {
  return spots.reduce<At | null>((best, one) => (best === null || dist(one, at) < dist(best, at) ? one : best), null)
}

/** A thing moved whole. */
export const movedBy = (thing: Thing, east: number, north: number): Thing => ({
  ...thing,
  corners: thing.corners.map((one) => ({ ...one, east_m: cm(one.east_m + east), north_m: cm(one.north_m + north) })),
})
/** A thing with a corner set elsewhere. */
export const cornerTo = (thing: Thing, index: number, to: At): Thing => ({
  ...thing,
  corners: thing.corners.map((one, at) =>
    at === index ? { ...one, east_m: cm(to.east), north_m: cm(to.north) } : one,
  ),
})
/** A thing with a new corner in the middle of a stretch. */
export function cornerAfter(thing: Thing, index: number, id: string): Thing {
  const [one, other] = [thing.corners[index]!, thing.corners[(index + 1) % thing.corners.length]!]
  const middle = {
    id,
    east_m: cm((one.east_m + other.east_m) / 2),
    north_m: cm((one.north_m + other.north_m) / 2),
    up_m: null,
  }
  return { ...thing, corners: [...thing.corners.slice(0, index + 1), middle, ...thing.corners.slice(index + 1)] }
}
export interface Box {
  along_m: number
  across_m: number
  /** Of the first side, true. */
  bearing_deg: number
  /** Whether the outline is one: four corners, all of them right. */
  square: boolean
}
const SQUARE_M = 0.02

/** An outline by its first two sides. */
export function boxOf(thing: Thing): Box {
  const [a, b, c, d] = thing.corners.map(atOf)
  const [east, north] = [b!.east - a!.east, b!.north - a!.north]
  const along = Math.hypot(east, north)
  const off = d ? Math.hypot(a!.east + c!.east - b!.east - d.east, a!.north + c!.north - b!.north - d.north) : Infinity
  const lean = (east * (c!.east - b!.east) + north * (c!.north - b!.north)) / (along || 1)
  return {
    along_m: along,
    across_m: Math.hypot(c!.east - b!.east, c!.north - b!.north),
    bearing_deg: ((Math.atan2(east, north) * 180) / Math.PI + 360) % 360,
    square: thing.corners.length === 4 && off < SQUARE_M && Math.abs(lean) < SQUARE_M,
  }
}

/** The outline as a rectangle from its first corner, to the side on which it lies. `ids`: for corners that it lacks. */
export function boxed(thing: Thing, box: Omit<Box, 'square'>, ids: () => string): Thing {
  const [a, b, c] = thing.corners.map(atOf)
  const turn = (box.bearing_deg * Math.PI) / 180
  const [sine, cosine] = [Math.sin(turn), Math.cos(turn)]
  const cross = (b!.east - a!.east) * (c!.north - b!.north) - (b!.north - a!.north) * (c!.east - b!.east)
  const side = cross >= 0 ? 1 : -1 // to the left of the first side, or to its right
  const along = { east: box.along_m * sine, north: box.along_m * cosine }
  const across = { east: -side * box.across_m * cosine, north: side * box.across_m * sine }
  const spots = [
    a!,
    { east: a!.east + along.east, north: a!.north + along.north },
    { east: a!.east + along.east + across.east, north: a!.north + along.north + across.north },
    { east: a!.east + across.east, north: a!.north + across.north },
  ]
  return {
    ...thing,
    corners: spots.map((spot, index) => {
      const at = rounded(spot)
      const was = thing.corners[index] ?? { id: ids(), up_m: null }
      return { ...was, east_m: at.east + 0, north_m: at.north + 0 } as Corner // no minus nought
    }),
  }
}

/** A thing without a corner; null where it would be none any more. */
export function withoutCorner(thing: Thing, index: number): Thing | null {
  if (thing.corners.length <= leastCorners(kindOf(thing))) return null
  return { ...thing, corners: thing.corners.filter((_, at) => at !== index) }
}

/** Which way a spot lies from the job's place: metres and true bearing. */
export function wayTo(at: At): { distance_m: number; bearing_deg: number } {
  const bearing = (Math.atan2(at.east, at.north) * 180) / Math.PI
  return { distance_m: cm(Math.hypot(at.east, at.north)), bearing_deg: Math.round(((bearing + 360) % 360) * 100) / 100 }
}

/** SVG points, north up. */
export const pointsOf = (spots: { east_m: number; north_m: number }[]) =>
  spots.map((one) => `${one.east_m},${-one.north_m}`).join(' ')

/** What stands beside a thing: its name, with the height that matters. */
export function labelOf(thing: Thing, system: System): string {
  const kind = kindOf(thing)
  const height = (value: number) => formatQuantity(value, 'm', system)
  if (kind.role === 'ground') return thing.ground_m == null ? '?' : height(thing.ground_m)
  const name = calledOf(thing)
  if (!kind.sky) return name
  const top = thing.ridge_m ?? thing.height_m
  return top == null ? `${name}, height?` : `${name}, ${height(top)}`
}
/** Where that stands: over the middle of an outline, above what is a line or a point; metres, north up. */
export function labelAt(thing: Thing, unit: number): At {
  const kind = kindOf(thing)
  const count = thing.corners.length
  const east = thing.corners.reduce((sum, one) => sum + one.east_m, 0) / count
  const north = thing.corners.reduce((sum, one) => sum + one.north_m, 0) / count
  if (kind.shape === 'outline') return { east, north: north - 4 * unit }
  const radius = kind.shape === 'point' && kind.sky ? (thing.across_m ?? 0.25) / 2 : 0
  return { east, north: north + Math.min(radius, 30 * unit) + 10 * unit }
}
export interface Label {
  text: string
  at: At
}
const LETTER_PX = 7
const GRAVITY = { stands: 0, people: 1, work: 2 }
/** Which things have room for their names: the chosen one first, then what stands there; `spots` keep their own room. */
export function named(
  things: Thing[],
  spots: At[],
  unit: number,
  system: System,
  chosen: string,
): Record<string, Label> {
  const taken = spots.map((one) => ({ at: one, half: 14 * unit, high: 14 * unit }))
  const order = [...things].sort(
    (a, b) => Number(b.id === chosen) - Number(a.id === chosen) || GRAVITY[kindOf(a).group] - GRAVITY[kindOf(b).group],
  )
  const found: Record<string, Label> = {}
  for (const thing of order) {
    const text = labelOf(thing, system)
    const [at, half, high] = [labelAt(thing, unit), (text.length * LETTER_PX * unit) / 2, 8 * unit]
    const free = (to: At) =>
      taken.every(
        (one) =>
          Math.abs(one.at.east - to.east) > one.half + half || Math.abs(one.at.north - to.north) > one.high + high,
      )
    const steps = kindOf(thing).group === 'work' ? [0] : [0, 20, -20, 36, -36]
    const where = steps.map((step) => ({ east: at.east, north: at.north + step * unit })).find(free)
    if (!where && thing.id !== chosen) continue
    taken.push({ at: where ?? at, half, high })
    found[thing.id ?? ''] = { text, at: where ?? at }
  }
  return found
}
