/** Where runs lie on a scale: pure, so that it is tested as numbers. */
export interface Series {
  label: string
  values: number[]
  median: number
  low: number | null
  high: number | null
  sure_percent: number | null
}
/** A figure at or over the largest whose quarters are round. */
export function roundUp(value: number): number {
  if (value <= 0) return 1
  const power = 10 ** Math.floor(Math.log10(value))
  return [1, 1.2, 1.6, 2, 2.4, 3.2, 4, 6, 8, 10].map((one) => one * power).find((one) => one >= value - 1e-9)!
}
export const topOf = (series: Series[]) =>
  roundUp(Math.max(0, ...series.flatMap((one) => [...one.values, one.high ?? 0])))
/** Ticks of a scale from nothing to its top. */
export const ticksOf = (top: number) => [0, 0.25, 0.5, 0.75, 1].map((share) => share * top)
