/** Lines of the sky over a picture: as paths, and where their words stand. */
import type { CalcResult } from '@/api/client'

export type ViewLine = CalcResult<'view'>['lines'][number]
interface Size {
  width_px: number
  height_px: number
}
interface Label {
  x: number
  y: number
  text: string
}

export const pathOf = (line: ViewLine) => `M${line.points.map(([x, y]) => `${x},${y}`).join('L')}`

/** Where a line's words stand: a bearing's near the foot, an elevation's near the left edge. */
function labelAt(line: ViewLine, { width_px: w, height_px: h }: Size): { x: number; y: number } | null {
  const inside = line.points.filter(([x, y]) => x! > 0 && x! < w && y! > 0 && y! < h)
  if (!inside.length) return null
  const upright = line.kind === 'bearing'
  const wanted = upright ? h * 0.97 : w * 0.02
  const [x, y] = inside.reduce((best, one) => {
    const far = (point: number[]) => Math.abs((upright ? point[1]! : point[0]!) - wanted)
    return far(one as number[]) < far(best as number[]) ? one : best
  }) as [number, number]
  return { x, y }
}

/** The words of the lines, none over another: of two that would meet the first stands. */
export function labelsOf(lines: ViewLine[], size: Size, letter: number): Label[] {
  const placed: Label[] = []
  for (const line of lines) {
    const at = line.label && line.kind !== 'ring' ? labelAt(line, size) : null
    const near = (one: Label) => Math.abs(one.x - at!.x) < letter * 2.8 && Math.abs(one.y - at!.y) < letter * 1.2
    if (at && !placed.some(near)) placed.push({ ...at, text: line.label })
  }
  return placed
}
