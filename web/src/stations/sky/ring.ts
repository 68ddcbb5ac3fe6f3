/** Arcs about a point, bearings clockwise from the top. */
const rad = (deg: number) => (deg * Math.PI) / 180

export const pointOn = (middle: number, radius: number, bearing_deg: number) => ({
  x: middle + radius * Math.sin(rad(bearing_deg)),
  y: middle - radius * Math.cos(rad(bearing_deg)),
})

/** The path of an arc from one bearing clockwise to another; a whole circle where they are 0 and 360. */
export function arcOf(middle: number, radius: number, from_deg: number, to_deg: number): string {
  const span = (to_deg - from_deg + 360) % 360 || 360
  const parts = span > 180 ? 3 : 1
  const at = (bearing: number) => {
    const one = pointOn(middle, radius, bearing)
    return `${one.x.toFixed(2)},${one.y.toFixed(2)}`
  }
  const pieces = Array.from(
    { length: parts },
    (_, piece) => `A${radius},${radius} 0 0 1 ${at(from_deg + (span * (piece + 1)) / parts)}`,
  )
  return `M${at(from_deg)}${pieces.join('')}`
}
