/** What the calculators of Aim answer, as rows of a table: name and figure in words. */
import type { CalcResult, Schemas } from '@/api/client'
import { clock, when } from '@/lib/when'
import type { Job } from '@/stores/job'

export type Row = [string, string]
type Show = (value: number, unit: string) => string
/** With a true minus. */
export const fixed = (value: number, digits: number, suffix: string) =>
  `${value.toFixed(digits)}${suffix}`.replace('-', '−')
export const tolerance = (value: number | null | undefined) =>
  value === null || value === undefined ? '' : `± ${value.toFixed(value < 1 ? 2 : 1)}°`
const corrected = (by: number | null | undefined) =>
  by ? `; your instrument’s correction of ${fixed(by, 1, '°')} is in it` : ''

/** The figures of a fixed dish, each with where it comes from. */
export function figureRows(job: Job, show: Show): [string, string, string][] {
  const { aim: a, dial } = job.assessment
  if (!a) return []
  return [
    ['True azimuth', fixed(a.azimuth_true_deg, 3, '°'), 'Clockwise from true north; WGS 84 look angle'],
    [
      'Compass',
      show(dial?.compass_deg ?? a.azimuth_magnetic_deg, 'compass_deg'),
      `True azimuth less declination${corrected(dial?.compass_correction_deg)}`,
    ],
    [
      'Declination',
      `${fixed(a.declination_deg, 2, '°')} ± ${a.declination_uncertainty_deg.toFixed(1)}°`,
      `East positive; World Magnetic Model 2025; ${fixed(a.declination_change_deg_per_year, 2, '°')} a year`,
    ],
    ['Elevation, geometric', fixed(a.elevation_deg, 3, '°'), 'Without refraction'],
    ['Elevation seen', fixed(a.elevation_apparent_deg, 3, '°'), 'With refraction, ITU-R P.834'],
    [
      'Clinometer',
      a.clinometer_deg === null || a.clinometer_deg === undefined || !dial ? '–' : fixed(dial.clinometer_deg, 1, '°'),
      (a.clinometer_face || 'Choose a terminal for its face') +
        (dial?.clinometer_side ? `, ${dial.clinometer_side}` : '') +
        corrected(dial?.clinometer_correction_deg),
    ],
    job.facts.picks.terminal?.polarization === 'circular'
      ? ['Skew', 'none to set', `Circular polarization; the geometry’s is ${fixed(a.skew_deg, 2, '°')}`]
      : ['Skew', fixed(a.skew_deg, 2, '°'), 'Clockwise positive, seen from behind; exact, with parallax'],
    ...(job.facts.picks.terminal?.polarization === 'circular' || !dial?.skew_correction_deg
      ? []
      : [leaning(dial.skew_deg ?? a.skew_deg)]),
    ['Slant range', show(a.slant_range_km, 'km'), 'Site to satellite'],
    ['Round trip', fixed(a.round_trip_ms, 1, ' ms'), 'Up and back once; an echo over the gateway takes twice that'],
  ]
}

const leaning = (skew: number): [string, string, string] => [
  'Skew to set',
  fixed(skew, 1, '°'),
  'What the mast’s lean asks is in it',
]

export function outageRows(result: CalcResult<'sun_outage'>, zone: string): Row[] {
  const onSite = (moment: string) => clock(new Date(moment), zone)
  const dayOnSite = (moment: string) => when(moment, zone).slice(0, 10)
  return [
    ...(result.seasons ?? []).map((one): Row => [
      `${dayOnSite(one.first.start)} to ${dayOnSite(one.last.start)}`,
      `up to ${one.longest.minutes.toFixed(0)} min a day, about ${onSite(one.longest.start)} by the site’s clock`,
    ]),
    ...result.outages.map((one): Row => [
      dayOnSite(one.start),
      `${onSite(one.start)} to ${onSite(one.end)}, ${one.minutes.toFixed(1)} min`,
    ]),
  ]
}

export const sunRows = (result: CalcResult<'sun_bearing'>): Row[] => {
  const times = result.times
  const ahead = result.utc_offset_h
  const clock: Row = ['Clock', `${Math.abs(ahead)} h ${ahead < 0 ? 'behind' : 'ahead of'} UTC`]
  return times.length
    ? [
        clock,
        ...times.map((one): Row => [
          `${one.at.slice(11, 19)} on site`,
          `${one.way === 'sun' ? 'Sun over the bearing' : 'Shadow along the bearing'}, sun ${one.sun_elevation_deg.toFixed(0)}° up. ${one.instruction}`,
        ]),
      ]
    : [['Today', 'The sun does not pass this bearing or its opposite while it is up. Use a landmark.']]
}

export const nearRows = (result: CalcResult<'neighbours'>): Row[] => {
  const near = result.neighbours
  return near.length
    ? near.map((one) => [
        one.name,
        [
          `${one.off_deg.toFixed(1)}° off (azimuth ${fixed(one.azimuth_difference_deg, 1, '°')},`,
          `elevation ${fixed(one.elevation_difference_deg, 1, '°')}), ${one.beam_loss_db.toFixed(0)} dB down in the beam.`,
          one.identity,
        ].join(' '),
      ])
    : [['Neighbours', 'None of the stores’ satellites stands within the search angle.']]
}

export const trackRows = (result: CalcResult<'inclined'>): Row[] => [
  [
    'Whole day',
    [
      `azimuth ${result.azimuth_span_deg.toFixed(2)}°`,
      `elevation ${result.elevation_span_deg.toFixed(2)}°`,
      `up to ${result.widest_deg.toFixed(2)}° from the middle`,
    ].join(', '),
  ],
  ...result.track
    .filter((_, index) => index % 3 === 0)
    .map((one): Row => [
      `${one.time_since_node_h.toFixed(0)} h after the node`,
      `azimuth ${one.azimuth_true_deg.toFixed(2)}°, elevation ${one.elevation_deg.toFixed(2)}°`,
    ]),
]

const withoutService = (result: Schemas['LinkResult']): string => {
  if (result.without_service_percent === 100) return 'always: the level lies under the need in clear sky'
  const hours = result.without_service_h
  if (hours == null) return 'not reckoned'
  const word = result.without_service_is.replace('_', ' ')
  return `${word} ${hours >= 1.5 ? `${hours.toFixed(0)} hours` : `${(60 * hours).toFixed(0)} minutes`} a year, by rain`
}

export const linkRows = (result: Schemas['LinkResult']): Row[] => {
  const rows: Row[] = [
    [
      'Expected in clear sky',
      `${result.expected_es_n0_db.toFixed(1)} dB Es/N0, ${(result.footprint_loss_db + result.path_loss_db).toFixed(1)} dB under the beam’s centre`,
    ],
  ]
  if (result.margin_db != null) rows.push(['Over what is needed', `${fixed(result.margin_db, 1, ' dB')}`])
  if (result.without_service_h != null) rows.push(['Without service', withoutService(result)])
  if (result.rain_mm_h != null)
    rows.push([
      'Rain here, by the ITU’s maps',
      `over ${result.rain_mm_h.toFixed(0)} mm/h in 0.01 % of the year, from ` +
        `${(result.rain_top_km ?? 0).toFixed(1)} km above sea; among mountains some percent off`,
    ])
  for (const one of result.rain)
    rows.push([
      `Worst ${one.percent} % of the year`,
      `rain takes ${one.fade_db.toFixed(1)} dB${
        one.warmth_db ? ` and drowns ${one.warmth_db.toFixed(1)} dB more in its own noise` : ''
      }, the level is then ${fixed(one.level_db, 1, ' dB')}`,
    ])
  return rows
}

export const feedRows = (result: Schemas['SpareFeedsResult'], show: Show): Row[] => {
  const { feeds, brackets } = result
  const side = (mm: number) => `${show(Math.abs(mm), 'mm')} to the ${mm >= 0 ? 'right' : 'left'}`
  const higher = (by: number) => (by >= 0 ? 'higher' : 'lower')
  const level = (mm: number) => `${show(Math.abs(mm), 'mm')} ${higher(mm)}`
  return [
    ...feeds.map(({ satellite: name, feed }): Row => [
      name,
      [
        `${feed.off_deg.toFixed(1)}° off: ${side(feed.along_bar_mm)} along the bar seen from behind,`,
        `${level(feed.height_mm)}, turned ${fixed(feed.skew_deg, 1, '°')} against the dish’s arm, clockwise from behind,`,
        `${show(feed.gap_mm, 'mm')} clear of the main feed; that satellite stands`,
        `${Math.abs(feed.elevation_difference_deg).toFixed(1)}° ${higher(feed.elevation_difference_deg)}`,
      ].join(' ') +
        (feed.shading_db > 0.005 ? `; its body takes ${feed.shading_db.toFixed(2)} dB from the main beam` : ''),
    ]),
    ...brackets.map((one): Row => [
      `Bracket ${one.name}`,
      `${one.fits ? 'holds them' : one.against.join('; ')} (spans ${one.least_off_deg.toFixed(1)}° to ${one.most_off_deg.toFixed(1)}° here)`,
    ]),
  ]
}

/** Which way is which, for a face near level or plumb: what the clinometer shows is the same to both sides. */
export const sideHint = (readsFrom: string | undefined) =>
  readsFrom === 'vertical'
    ? 'It shows the same to both sides. As usual: the top leans back. The other way: forward'
    : 'It shows the same to both sides. As usual: it rises to the front. The other way: it falls'
