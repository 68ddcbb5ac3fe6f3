/** Words of the trial. */
export const CAUSES: Record<string, string> = {
  blocked: 'Blocked',
  no_satellite: 'No satellite',
  network: 'Network',
  power: 'Power',
  unknown: 'Not known',
}
/** `3 h 20 min` of a trial's clock. */
export const clockOf = (hours: number) =>
  `${Math.floor(hours)} h ${String(Math.floor((hours % 1) * 60)).padStart(2, '0')} min`
