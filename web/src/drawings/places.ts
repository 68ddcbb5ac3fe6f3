/** The place that a drawing takes, width to height, kept free until it is there: what stands below does not move. */
const PLACES: Record<string, number> = {
  blocks: 860 / 240,
  dial: 780 / 292,
  setting: 780 / 336,
  plan: 780 / 330,
  side: 780 / 340,
  skyline: 996 / 418,
  'round-sky': 780 / 420,
  mount: 780 / 380,
  'wind-angles': 780 / 300,
  holds: 780 / 360,
  'sheet-profiles': 780 / 140,
  curing: 780 / 276,
  cable: 780 / 302,
  'wall-section': 780 / 320,
  connector: 780 / 320,
  earth: 780 / 190,
  parts: 780 / 340,
  peak: 780 / 330,
  bringup: 780 / 370,
  'home-wiring': 860 / 240,
}
/** The same on a narrow screen, for which they are drawn anew; what is not named here is the same there. */
const NARROW: Record<string, number> = {
  blocks: 360 / 574,
  dial: 360 / 524,
  setting: 360 / 986,
  plan: 360 / 340,
  'round-sky': 360 / 544,
  side: 360 / 300,
  mount: 360 / 380,
  'wind-angles': 360 / 300,
  holds: 360 / 360,
  'sheet-profiles': 360 / 280,
  curing: 360 / 276,
  cable: 360 / 352,
  'wall-section': 360 / 320,
  connector: 360 / 580,
  earth: 360 / 378,
  parts: 360 / 580,
  peak: 360 / 330,
  bringup: 360 / 570,
  'home-wiring': 360 / 574,
}
/** The two axes of Peak are one group, and what holds a mount is another. */
export const groupOf = (name: string) => name.replace(/^peak-.*/, 'peak').replace(/^(fixing-map|footing)$/, 'holds')
/** The system is one picture, whichever station is marked in it. */
const kindOf = (name: string) => groupOf(name).replace(/^blocks-.*/, 'blocks')
export const placeOf = (name: string, narrow = false): number | undefined =>
  (narrow ? NARROW[kindOf(name)] : undefined) ?? PLACES[kindOf(name)]
