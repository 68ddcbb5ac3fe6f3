/** A traced skyline among those of the job. */
import type { Schemas } from '@/api/client'
import type { SkylineSet } from '@/stores/job'

type Traced = Schemas['SkyTraceResult'] & { simulated: boolean }
/** The skylines with what was traced: into the one of that number, as the core joins both, or as a new one. */
export function withTraced(
  sets: SkylineSet[],
  at: number | null,
  traced: Traced,
  read: Pick<SkylineSet, 'letter' | 'read_height_m'>,
): SkylineSet[] {
  const { points, bearing_error_deg, height_error_deg, simulated } = traced
  if (at === null || !sets[at]) {
    const name = `${simulated ? 'Simulated trace' : 'Traced'} ${sets.length + 1}`
    return [
      ...sets,
      { name, ...read, points, bearing_error_deg, height_error_deg, by_telephone: true, simulated } as SkylineSet,
    ]
  }
  return sets.map((one, index) => {
    if (index !== at) return one
    return {
      ...one,
      points: traced.joined,
      bearing_error_deg: traced.joined_bearing_error_deg,
      height_error_deg: traced.joined_height_error_deg,
      by_telephone: true,
    }
  })
}
