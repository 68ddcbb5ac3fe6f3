/** Words of the trial. */
export const CAUSES: Record<string, string> = {
  blocked: 'Blocked',
  no_satellite: 'No satellite',
  network: 'Network',
  power: 'Power',
  unknown: 'Not known',
}
/** `3 h 20 min` of a trial's clock. */
/** Hours and minutes that have gone; what begins in this moment has not gone below nothing. */
export const clockOf = (gone: number) => {
  const minutes = Math.floor(60 * Math.max(0, gone) + 1e-6)
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`
}
