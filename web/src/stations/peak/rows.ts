/** Where things lie on the drawings of Peak. */
import type { Schemas } from '@/api/client'

const WIDTH = 460
const LEFT = 58
const ACROSS = WIDTH - LEFT - 8
const ROW = 56
const TOP = 6

/** No figure is shown as less than nothing. */
const round = (value: number, digits = 1) => (Number(value.toFixed(digits)) || 0).toFixed(digits).replace('-', '−')
/** From the wanted bearing, clockwise positive, within half a circle. */
export const fromWanted = (azimuth: number, wanted: number) => ((azimuth - wanted + 540) % 360) - 180

interface Swept {
  x: number
  y: number
  across: number
  high: number
  heard: string
  word: string
}

/** The search plan as a map: a row an elevation, highest first, what was swept laid over it. */
export function mapOf(plan: Schemas['SweepResult'], swept: Schemas['Sweep'][], wanted: number) {
  const order = plan.rows
    .map((_, index) => index)
    .sort((a, b) => plan.rows[b]!.elevation_deg - plan.rows[a]!.elevation_deg)
  const place = new Map(order.map((index, line) => [index, TOP + line * ROW]))
  const sector = Math.max(plan.sector_deg, 0.1)
  const x = (off: number) => LEFT + ((Math.max(-sector, Math.min(sector, off)) + sector) / (2 * sector)) * ACROSS
  const rows = plan.rows.map((one, index) => ({
    y: place.get(index)!,
    high: ROW - 4,
    label: `${round(one.elevation_deg)}°`,
  }))
  const over: Swept[] = []
  for (const one of swept) {
    const near = plan.rows.findIndex((row) => Math.abs(row.elevation_deg - one.elevation_deg) < plan.row_step_deg / 2)
    if (near < 0) continue
    const from = fromWanted(one.from_deg, wanted)
    const length = (one.to_deg - one.from_deg + 360) % 360
    const left = x(from)
    over.push({
      x: left,
      y: rows[near]!.y,
      across: Math.max(2, x(from + length) - left),
      high: ROW - 4,
      heard: one.heard ?? 'nothing',
      word: one.heard === 'lock' ? 'lock' : one.heard === 'call' ? 'call' : 'nothing',
    })
  }
  return {
    width: WIDTH,
    height: TOP + plan.rows.length * ROW + 24,
    left: LEFT,
    across: ACROSS,
    middle: LEFT + ACROSS / 2,
    rows,
    swept: over,
    from: `${round((wanted - sector + 360) % 360, 0)}° true`,
    wanted: `${round(wanted)}°`,
    to: `${round((wanted + sector) % 360, 0)}°`,
  }
}
