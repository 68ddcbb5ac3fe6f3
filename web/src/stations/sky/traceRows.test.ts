import { describe, expect, it } from 'vitest'
import type { SkylineSet } from '@/stores/job'
import { withTraced } from '@/stations/sky/traceRows'

const point = (azimuth_deg: number, more = {}) => ({ azimuth_deg, elevation_deg: 5, kind: 'tree', ...more })
const traced = {
  points: [point(355), point(5)],
  joined: [point(20), point(355), point(5)],
  traced: [{ from_deg: 350, to_deg: 10 }],
  bearing_error_deg: 10,
  height_error_deg: 1,
  joined_bearing_error_deg: 12,
  joined_height_error_deg: 3,
  simulated: false,
} as never
const set = (more = {}) =>
  ({ name: 'As read', letter: 'A', points: [], obstacles: [], ...more }) as unknown as SkylineSet

describe('a traced skyline among those of the job', () => {
  it('stands there as the core joins it with what was read', () => {
    const before = set({ points: [point(0), point(20)] })
    const [after] = withTraced([before], 0, traced, { letter: 'A' })
    expect(after!.points!.map((one) => one.azimuth_deg)).toEqual([20, 355, 5])
    expect(before.points).toHaveLength(2)
  })
  it('is then as sure as the core says of both', () => {
    const [after] = withTraced([set({ bearing_error_deg: 12, height_error_deg: 3 })], 0, traced, { letter: 'A' })
    expect([after!.bearing_error_deg, after!.height_error_deg, after!.by_telephone]).toEqual([12, 3, true])
  })
  it('is one of its own where none is there, at the planned position', () => {
    const all = withTraced([set()], null, traced, { letter: 'B', read_height_m: 1.6 })
    expect(all[1]).toMatchObject({
      name: 'Traced 2',
      letter: 'B',
      read_height_m: 1.6,
      bearing_error_deg: 10,
      simulated: false,
    })
    expect(withTraced([], 0, { ...(traced as object), simulated: true } as never, { letter: '' })[0]).toMatchObject({
      name: 'Simulated trace 1',
      simulated: true,
    })
  })
})
