/** A span of the analyser as a drawing: carriers as they stand in it. */
import type { Schemas } from '@/api/client'

export const SPECTRUM = { width: 560, height: 150, floor: 118, top: 34 }
const BARE_PX = 5
const LEAN_PX = 6

/** Humps left to right, with the outline of each; a bare carrier is a thin spike. Nothing where the aid shows nothing. */
export function spectrumOf(row: Schemas['HelperRow']) {
  if (row.if_mhz === null) return null
  const from = row.if_mhz - row.span_mhz / 2
  const x = (mhz: number) => ((mhz - from) / row.span_mhz) * SPECTRUM.width
  const all = [
    { name: row.name, if_mhz: row.if_mhz, width_mhz: row.width_mhz, ours: true },
    ...row.beside.map((one) => ({ ...one, ours: false })),
  ]
  return {
    ticks: [0, 0.25, 0.5, 0.75, 1].map((share) => ({
      x: share * SPECTRUM.width,
      mhz: Math.round((from + share * row.span_mhz) * 10) / 10,
      anchor: share === 0 ? 'start' : share === 1 ? 'end' : 'middle',
    })),
    humps: all
      .sort((a, b) => a.if_mhz - b.if_mhz)
      .map((one) => {
        const middle = x(one.if_mhz)
        const half = Math.max(BARE_PX, (one.width_mhz / row.span_mhz) * SPECTRUM.width) / 2
        const lean = Math.min(LEAN_PX, half)
        const outline = [
          [middle - half, SPECTRUM.floor],
          [middle - half + lean, SPECTRUM.top],
          [middle + half - lean, SPECTRUM.top],
          [middle + half, SPECTRUM.floor],
        ]
        return {
          name: one.name,
          ours: one.ours,
          label: Math.min(Math.max(middle, 0), SPECTRUM.width),
          anchor: middle > SPECTRUM.width * 0.75 ? 'end' : middle < SPECTRUM.width * 0.25 ? 'start' : 'middle',
          points: outline.map(([left, high]) => `${left!.toFixed(1)},${high}`).join(' '),
        }
      }),
  }
}
