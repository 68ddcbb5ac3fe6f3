/** The place that a drawing takes, width to height, kept free until it is there: what stands below does not move. */
const PLACES: Record<string, number> = {
  blocks: 860 / 240,
  dial: 780 / 292,
  setting: 780 / 336,
  plan: 780 / 330,
  skyline: 996 / 418,
  mount: 780 / 380,
  cable: 780 / 302,
  peak: 780 / 330,
  bringup: 780 / 370,
}
/** The two axes of Peak are one group. */
export const groupOf = (name: string) => name.replace(/^peak-.*/, 'peak')
export const placeOf = (name: string): number | undefined => PLACES[groupOf(name)]
