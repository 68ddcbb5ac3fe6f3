import { describe, expect, it } from 'vitest'
import type { CalcResult, Schemas } from '@/api/client'
import { formatQuantity } from '@/lib/quantity'
import { feedRows, figureRows, fixed, linkRows, outageRows, sunRows, tolerance } from '@/stations/aim/rows'
import { goldenJob } from '@/testing/golden'

const metric = (value: number, unit: string) => formatQuantity(value, unit, 'metric')
const imperial = (value: number, unit: string) => formatQuantity(value, unit, 'imperial')
const as = <T>(told: unknown) => told as T

describe('rows of Aim', () => {
  it('tell a circular terminal no skew to set, and a linear one its own', () => {
    const skew = (name: string) => figureRows(goldenJob(name), metric).find(([what]) => what === 'Skew')![1]
    expect(skew('2026-101')).toBe('none to set')
    expect(skew('linear-north')).toMatch(/^−?\d+\.\d\d°$/)
  })

  it('put a true minus, and tolerances with the digits that they deserve', () => {
    expect(fixed(-1.25, 1, '°')).toMatch(/^−1\.[23]°$/)
    expect([tolerance(0.25), tolerance(2), tolerance(null)]).toEqual(['± 0.25°', '± 2.0°', ''])
  })

  it('tell outages by the site’s clock, a season first', () => {
    const start = '2026-10-09T22:30:00Z'
    const one = { start, end: '2026-10-09T22:41:00Z', minutes: 11 }
    const told = as<CalcResult<'sun_outage'>>({ outages: [one], seasons: [{ first: one, last: one, longest: one }] })
    const [season, day] = outageRows(told, 'Africa/Johannesburg') // two hours ahead: the next day already
    expect(season![0]).toBe('2026-10-10 to 2026-10-10')
    expect(day).toEqual(['2026-10-10', '00:30 to 00:41, 11.0 min'])
  })

  it('send to a landmark where the sun does not help', () => {
    const told = as<CalcResult<'sun_bearing'>>({ times: [], utc_offset_h: -3 })
    expect(sunRows(told)[0]![1]).toContain('Use a landmark')
  })

  it('say a bound as a bound, and no rain where nobody has reckoned it', () => {
    const told = { expected_es_n0_db: 12, footprint_loss_db: 1, path_loss_db: 0.2, margin_db: -1, rain: [] }
    const link = (more: object) =>
      linkRows(as<Schemas['LinkResult']>({ ...told, ...more })).map((row) => row.join(': '))
    expect(link({ without_service_h: 5, without_service_is: 'at_least' })).toContain(
      'Without service: at least 5 hours a year, by rain',
    )
    expect(link({ without_service_h: null }).join()).not.toContain('Without service')
    expect(link({ rain_mm_h: 31.7, rain_top_km: 4.62 }).join()).toContain(
      'over 32 mm/h in 0.01 % of the year, from 4.6 km',
    )
    expect(link({ without_service_h: null })).toContain('Over what is needed: −1.0 dB')
  })

  it('say on which side a feed sits, in the units of the screen', () => {
    const feed = { off_deg: 3, along_bar_mm: -50.8, height_mm: 1, skew_deg: 2, gap_mm: 4 }
    const told = as<CalcResult<'spare_feeds'>>({ feeds: [{ satellite: 'A', feed }], brackets: [] })
    expect(feedRows(told, metric)[0]![1]).toContain('50.8 mm to the left')
    expect(feedRows(told, imperial)[0]![1]).toContain('to the left')
    expect(feedRows(told, imperial)[0]![1]).not.toContain('mm')
  })
})
