<script setup lang="ts">
import type { CalcResult } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import Fact from '@/fields/Fact.vue'
import { computed, ref } from 'vue'
import CalcPanel from '@/fields/CalcPanel.vue'
import DrawingView from '@/drawings/DrawingView.vue'
import MapPicker from '@/stations/brief/MapPicker.vue'
import LeafPart from '@/frame/LeafPart.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { formatQuantity, toEntry } from '@/lib/quantity'
import { clock, when } from '@/lib/when'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const aim = computed(() => job.value.assessment.aim ?? null)
const panelAim = computed(() => job.value.assessment.panel_aim ?? null)
const paper = ref<'A5' | 'A6'>('A5')
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const fixed = (value: number, digits: number, suffix: string) => `${value.toFixed(digits)}${suffix}`.replace('-', '−')
const corrected = (by: number | null | undefined) =>
  by ? `; your instrument’s correction of ${fixed(by, 1, '°')} is in it` : ''
const figures = computed(() => {
  const a = aim.value
  const dial = job.value.assessment.dial
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
      `${a.clinometer_face || 'Choose a terminal for its face'}${corrected(dial?.clinometer_correction_deg)}`,
    ],
    job.value.facts.picks.terminal?.polarization === 'circular'
      ? ['Skew', 'none to set', `Circular polarization; the geometry’s is ${fixed(a.skew_deg, 2, '°')}`]
      : ['Skew', fixed(a.skew_deg, 2, '°'), 'Clockwise positive, seen from behind; exact, with parallax'],
    ['Slant range', fixed(a.slant_range_km, 1, ' km'), 'Site to satellite'],
    ['Round trip', fixed(a.round_trip_ms, 1, ' ms'), 'Up and back once; an echo over the gateway takes twice that'],
  ]
})
const site = computed(() => ({
  latitude_deg: job.value.facts.brief.latitude_deg,
  longitude_deg: job.value.facts.brief.longitude_deg,
}))
const high = computed(() => ({ ...site.value, height_m: job.value.facts.brief.height_m ?? 0 }))
const satellite = computed(() => job.value.facts.picks.satellite!)
const beamwidth = computed(() => job.value.assessment.beamwidth_deg)
const ofKind = (kind: string) =>
  (store.catalogue?.instruments ?? [])
    .filter((one) => one.kind === kind)
    .map((one) => ({ label: one.name, value: one.code }))
const plumb = computed(() => job.value.assessment.plumb)
const coverage = computed(() => job.value.assessment.coverage)
const handWords = computed(() => {
  const chosen = coverage.value?.chosen
  const received = chosen?.receive_hand ?? chosen?.receive_plane
  if (!chosen || !received) return 'the stores do not say'
  const sent = chosen.transmit_hand ?? chosen.transmit_plane
  return `${received} as received, ${sent ? `${sent} as sent` : 'as sent: the stores do not say'}`
})
/** How the hand is set at this feed. */
const handMark = computed(() => {
  const hand = coverage.value?.chosen?.receive_hand
  return hand ? job.value.facts.picks.terminal?.hand_marks?.[hand] : undefined
})
const tolerance = (value: number | null | undefined) =>
  value === null || value === undefined ? '' : `± ${value.toFixed(value < 1 ? 2 : 1)}°`
type Row = [string, string]
const num = (value: unknown) => Number(value)
const onSite = (moment: string) => clock(new Date(moment), job.value.assessment.zone)
const dayOnSite = (moment: string) => when(moment, job.value.assessment.zone).slice(0, 10)
const outageRows = (result: CalcResult<'sun_outage'>): Row[] => [
  ...(result.seasons ?? []).map((one): Row => [
    `${dayOnSite(one.first.start)} to ${dayOnSite(one.last.start)}`,
    `up to ${one.longest.minutes.toFixed(0)} min a day, about ${onSite(one.longest.start)} by the site’s clock`,
  ]),
  ...result.outages.map((one): Row => [
    dayOnSite(one.start),
    `${onSite(one.start)} to ${onSite(one.end)}, ${one.minutes.toFixed(1)} min`,
  ]),
]
const sunRows = (result: CalcResult<'sun_bearing'>): Row[] => {
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
const nearRows = (result: CalcResult<'neighbours'>): Row[] => {
  const near = result.neighbours
  return near.length
    ? near.map((one) => [
        one.name,
        `${one.off_deg.toFixed(1)}° off (azimuth ${fixed(one.azimuth_difference_deg, 1, '°')}, elevation ${fixed(one.elevation_difference_deg, 1, '°')}), ${one.beam_loss_db.toFixed(0)} dB down in the beam. ${one.identity}`,
      ])
    : [['Neighbours', 'None of the stores’ satellites stands within the search angle.']]
}
const trackRows = (result: CalcResult<'inclined'>): Row[] => [
  [
    'Whole day',
    `azimuth ${result.azimuth_span_deg.toFixed(2)}°, elevation ${result.elevation_span_deg.toFixed(2)}°, up to ${result.widest_deg.toFixed(2)}° from the middle`,
  ],
  ...result.track
    .filter((_, index) => index % 3 === 0)
    .map((one): Row => [
      `${one.time_since_node_h.toFixed(0)} h after the node`,
      `azimuth ${one.azimuth_true_deg.toFixed(2)}°, elevation ${one.elevation_deg.toFixed(2)}°`,
    ]),
]
const shown = computed(() => job.value.assessment.modem)
const printedOf = (what: string) => {
  const one = job.value.assessment.order?.checks.find((check) => check.what === what)
  return one ? `${one.printed_deg.toFixed(1)}°` : '–'
}
const withoutService = (result: CalcResult<'link'>): string => {
  if (result.without_service_percent === 100) return 'always: the level lies under the need in clear sky'
  const hours = result.without_service_h
  if (hours == null) return 'not reckoned'
  const word = result.without_service_is.replace('_', ' ')
  return `${word} ${hours >= 1.5 ? `${hours.toFixed(0)} hours` : `${(60 * hours).toFixed(0)} minutes`} a year, by rain`
}
const linkRows = (result: CalcResult<'link'>): Row[] => {
  const rows: Row[] = [
    [
      'Expected in clear sky',
      `${result.expected_es_n0_db.toFixed(1)} dB Es/N0, ${(result.footprint_loss_db + result.path_loss_db).toFixed(1)} dB under the beam’s centre`,
    ],
  ]
  if (result.margin_db != null) rows.push(['Over what is needed', `${fixed(result.margin_db, 1, ' dB')}`])
  for (const one of result.rain)
    rows.push([
      `Worst ${one.percent} % of the year`,
      `rain takes ${one.fade_db.toFixed(1)} dB, the level is then ${fixed(one.level_db, 1, ' dB')}`,
    ])
  if (result.without_service_h != null) rows.push(['Without service', withoutService(result)])
  if (!result.rain.length) rows.push(['Rain', 'The rain package is not installed: pip install itur'])
  return rows
}
const feedRows = (result: CalcResult<'spare_feeds'>): Row[] => {
  const { feeds, brackets } = result
  const side = (mm: number) => `${show(Math.abs(mm), 'mm')} to the ${mm >= 0 ? 'right' : 'left'}`
  const level = (mm: number) => `${show(Math.abs(mm), 'mm')} ${mm >= 0 ? 'higher' : 'lower'}`
  return [
    ...feeds.map(({ satellite: name, feed }): Row => [
      name,
      `${feed.off_deg.toFixed(1)}° off: ${side(feed.along_bar_mm)} along the bar seen from behind, ${level(feed.height_mm)}, turned ${fixed(feed.skew_deg, 1, '°')} against the dish’s arm, clockwise from behind, ${show(feed.gap_mm, 'mm')} clear of the main feed`,
    ]),
    ...brackets.map((one): Row => [
      `Bracket ${one.name}`,
      `${one.fits ? 'holds them' : one.against.join('; ')} (spans ${one.least_off_deg.toFixed(1)}° to ${one.most_off_deg.toFixed(1)}° here)`,
    ]),
  ]
}
const wanted = ref<string[]>([])
const stored = computed(() => (job.value.facts.picks.others ?? []).map((one) => ({ code: one.code, name: one.name })))
const wantedSatellites = computed(() =>
  (job.value.facts.picks.others ?? []).filter((one) => wanted.value.includes(one.code)),
)
const flip = (code: string) => {
  wanted.value = wanted.value.includes(code) ? wanted.value.filter((one) => one !== code) : [...wanted.value, code]
}
</script>

<template>
  <template v-if="aim">
    <leaf-part leaf="figures instruments mast">
      <drawing-view name="dial" />
      <p class="caution">
        <b>Compass:</b> steel bends it. Stand off several metres from mast, dish, roof and vehicle, and sight along the
        line.
      </p>
    </leaf-part>
    <div>
      <leaf-part leaf="figures" title="Figures" note="exact, with their sources">
        <table class="grid-table figures" aria-label="Figures of the aim">
          <tbody>
            <tr v-for="[name, figure, source] in figures" :key="name">
              <th scope="row">{{ name }}</th>
              <td class="num">{{ figure }}</td>
              <td class="quiet small">{{ source }}</td>
            </tr>
          </tbody>
        </table>
      </leaf-part>
      <leaf-part
        v-if="job.assessment.instruments"
        leaf="instruments"
        title="What each instrument shows"
        note="in the order in which they are set, with tolerances"
      >
        <table class="grid-table figures" aria-label="Instruments">
          <thead>
            <tr>
              <th scope="col">Instrument</th>
              <th scope="col">Set to</th>
              <th scope="col">It can do</th>
              <th scope="col">Finds it</th>
              <th scope="col">Final</th>
            </tr>
          </thead>
          <tbody>
            <template v-for="(one, index) in job.assessment.instruments.figures" :key="index">
              <tr>
                <th scope="row">{{ one.instrument }}</th>
                <td class="num">{{ show(one.reading, one.unit ?? 'deg') }}</td>
                <td>{{ tolerance(one.instrument_tolerance_deg) }}</td>
                <td>{{ tolerance(one.acquisition_tolerance_deg) }}</td>
                <td>{{ tolerance(one.final_tolerance_deg) }}</td>
              </tr>
              <tr class="how">
                <td colspan="5" class="quiet small">
                  {{ one.how
                  }}<template v-if="one.correction_deg">
                    Own correction {{ fixed(one.correction_deg, 1, '°') }} is inside.</template
                  >
                </td>
              </tr>
            </template>
          </tbody>
        </table>
        <div class="fields">
          <fact
            at="aim.preset_measured_deg"
            :hint="`Wanted ${show(job.assessment.instruments.figures[0]?.reading ?? 0, 'deg')} within ${show(job.facts.picks.rules?.preset_elevation_deg ?? 0, 'deg')}`"
          />
          <fact at="aim.compass_code" :options="ofKind('compass')" />
          <fact at="aim.clinometer_code" :options="ofKind('clinometer')" />
          <fact at="aim.compass_correction_deg" />
          <fact at="aim.clinometer_correction_deg" />
        </div>
        <h2>From a reading to the elevation</h2>
        <calc-panel
          v-if="job.facts.picks.terminal"
          name="read_back"
          :fields="[
            { key: 'reading_deg', label: 'The clinometer shows', unit: 'deg' },
            {
              key: 'side',
              label: 'The face leans',
              start: '',
              optional: true,
              choices: [
                { label: 'as usual', value: '' },
                { label: 'past the vertical', value: 'past the vertical' },
                { label: 'the other way', value: 'leaning the other way' },
              ],
            },
          ]"
          :fixed="{
            face: job.facts.picks.terminal.clinometer,
            correction_deg: job.assessment.dial?.clinometer_correction_deg ?? 0,
          }"
          :wait="`Read it on the ${job.facts.picks.terminal.clinometer.face}.`"
          :show="(r) => [['The beam looks up by', fixed(num(r.elevation_deg), 1, '°')]]"
        />
        <h2>Reversal test</h2>
        <calc-panel
          name="reversal"
          :fields="[
            { key: 'first_deg', label: 'Reading', unit: 'deg' },
            { key: 'turned_round_deg', label: 'Turned end for end', unit: 'deg' },
          ]"
          :fixed="{}"
          wait="Lay the clinometer on any steady surface, read it, turn it end for end on the same spot, and read again."
          :show="
            (r) => [
              ['Own error', fixed(num(r.correction_deg), 2, '°')],
              ['The surface', fixed(num(r.surface_deg), 2, '°')],
            ]
          "
        />
      </leaf-part>
      <leaf-part
        leaf="modem"
        title="What the modem’s own page shows"
        :note="
          shown
            ? shown.agrees
              ? 'agrees with ours'
              : 'differs from ours'
            : 'a third column beside ours and the printed one'
        "
      >
        <div class="fields">
          <fact at="aim.modem_azimuth_deg" />
          <fact at="aim.modem_elevation_deg" />
        </div>
        <table v-if="shown" class="grid-table" aria-label="Three figures">
          <thead>
            <tr>
              <th scope="col">Angle</th>
              <th scope="col">Ours</th>
              <th scope="col">Modem</th>
              <th scope="col">Printed</th>
              <th scope="col">What fits the modem’s</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="check in shown.checks" :key="check.what">
              <th scope="row">{{ check.what }}</th>
              <td>{{ check.ours_deg.toFixed(1) }}°</td>
              <td>
                <verdict-stone :verdict="check.agrees ? 'clear' : 'mind'" :size="16" />
                {{ check.printed_deg.toFixed(1) }}°
              </td>
              <td>{{ printedOf(check.what) }}</td>
              <td>
                {{ check.explanation || (check.agrees ? 'agrees' : 'nothing usual: check the position typed into it') }}
              </td>
            </tr>
          </tbody>
        </table>
      </leaf-part>
      <leaf-part
        v-if="coverage?.chosen"
        leaf="beam"
        title="Beam"
        :note="`${coverage.chosen.letter}, ${formatQuantity(coverage.chosen.edge_km, 'km', prefs.system)} inside its edge`"
      >
        <table class="grid-table" aria-label="Beam">
          <tbody>
            <tr>
              <th scope="row">Polarization</th>
              <td>{{ handWords }}</td>
            </tr>
            <tr v-if="handMark">
              <th scope="row">Set at the feed</th>
              <td>{{ handMark }}</td>
            </tr>
            <tr>
              <th scope="row">Carrier</th>
              <td>{{ coverage.chosen.carrier_mhz }} MHz</td>
            </tr>
            <tr>
              <th scope="row">Told to the modem</th>
              <td>{{ coverage.chosen.modem_entry }}</td>
            </tr>
            <tr v-if="satellite.network_id || satellite.reference_mhz">
              <th scope="row">Known by</th>
              <td>
                {{
                  [
                    satellite.network_id && `the modem shows ${satellite.network_id}`,
                    satellite.reference_mhz && `a carrier at ${satellite.reference_mhz} MHz that only it has`,
                  ]
                    .filter(Boolean)
                    .join('; ')
                }}
              </td>
            </tr>
            <tr>
              <th scope="row">To the edge</th>
              <td>{{ show(coverage.chosen.edge_km, 'km') }}</td>
            </tr>
            <tr v-if="coverage.second">
              <th scope="row">Second choice</th>
              <td>
                beam {{ coverage.second.letter }},
                {{
                  coverage.second.edge_km >= 0
                    ? `${show(coverage.second.edge_km, 'km')} inside`
                    : `${show(-coverage.second.edge_km, 'km')} away`
                }}
              </td>
            </tr>
          </tbody>
        </table>
        <map-picker
          :points="[
            {
              label: job.facts.brief.customer || 'site',
              latitude_deg: job.facts.brief.latitude_deg ?? 0,
              longitude_deg: job.facts.brief.longitude_deg ?? 0,
              main: true,
            },
          ]"
          :beams="satellite.beams ?? []"
        />
      </leaf-part>
      <leaf-part
        leaf="mast"
        title="Mast out of plumb"
        :note="
          plumb
            ? `set elevation ${plumb.elevation_setting_deg.toFixed(1)}°, azimuth ${plumb.azimuth_setting_deg.toFixed(1)}° true on the scales`
            : 'errors and corrected settings'
        "
      >
        <div class="fields">
          <fact at="aim.lean_deg" />
          <fact at="aim.lean_towards_deg" />
        </div>
        <table v-if="plumb" class="grid-table" aria-label="Out of plumb">
          <thead>
            <tr>
              <th></th>
              <th scope="col">Error if set as for a plumb mast</th>
              <th scope="col">Set the scale to</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">Elevation</th>
              <td>{{ fixed(plumb.elevation_error_deg, 2, '°') }}</td>
              <td>
                <b>{{ fixed(plumb.elevation_setting_deg, 2, '°') }}</b>
              </td>
            </tr>
            <tr>
              <th scope="row">Azimuth</th>
              <td>{{ fixed(plumb.azimuth_error_deg, 2, '°') }}</td>
              <td>
                <b>{{ fixed(plumb.azimuth_setting_deg, 2, '°') }} true</b>
              </td>
            </tr>
            <tr>
              <th scope="row">Skew</th>
              <td>{{ fixed(plumb.skew_error_deg, 2, '°') }}</td>
              <td>
                <b>add {{ fixed(plumb.skew_correction_deg, 2, '°') }}</b>
              </td>
            </tr>
            <tr>
              <th scope="row">Plumb it again</th>
              <td colspan="2">
                from {{ plumb.most_lean_deg.toFixed(2) }}° of lean this way: the preset then misses by more than its
                tolerance
              </td>
            </tr>
          </tbody>
        </table>
      </leaf-part>
      <leaf-part leaf="mast" title="Screw turns" note="degrees per turn from two readings">
        <calc-panel
          name="calibrate"
          :fields="[
            { key: 'first_turns', label: 'First count', start: '0' },
            { key: 'first_deg', label: 'Reading there', unit: 'deg' },
            { key: 'second_turns', label: 'Second count' },
            { key: 'second_deg', label: 'Reading there', unit: 'deg' },
            {
              key: 'wanted_deg',
              label: 'Wanted',
              unit: 'deg',
              start: (job.assessment.dial?.clinometer_deg ?? aim.elevation_apparent_deg).toFixed(1),
            },
            {
              key: 'lowest_turns',
              label: 'Stop at the low end',
              start: job.facts.picks.terminal
                ? String(-(job.facts.picks.terminal.elevation_screw.span_turns ?? 0))
                : '',
              optional: true,
              hint: 'Count at which the screw ends; 0 is mid-travel',
            },
            {
              key: 'highest_turns',
              label: 'Stop at the high end',
              start: job.facts.picks.terminal ? String(job.facts.picks.terminal.elevation_screw.span_turns ?? 0) : '',
              optional: true,
            },
          ]"
          :fixed="{}"
          wait="Read the clinometer, turn the screw some whole turns, and read again."
          :show="
            (r) => [
              ['A turn moves it by', fixed(num(r.deg_per_turn), 3, '°')],
              ['Still to go', `${fixed(num(r.to_go_turns), 2, ' turns')} ± ${num(r.error_turns).toFixed(2)}`],
            ]
          "
        />
      </leaf-part>
      <leaf-part leaf="bearings" title="Without a compass" note="sun and landmarks">
        <h2>By the sun</h2>
        <calc-panel
          name="sun_bearing"
          :fields="[
            {
              key: 'utc_offset_h',
              label: 'Clock ahead of UTC by (h)',
              optional: true,
              hint: 'Empty: by the place’s own zone',
            },
          ]"
          :fixed="{ ...site, date: job.facts.brief.date, azimuth_true_deg: aim.azimuth_true_deg % 360 }"
          :show="sunRows"
        />
        <p class="caution">Never look into the sun, with or without an instrument.</p>
        <h2>By a landmark</h2>
        <calc-panel
          name="landmark"
          :fields="[
            { key: 'to_latitude_deg', label: 'Landmark’s latitude' },
            { key: 'to_longitude_deg', label: 'Landmark’s longitude' },
          ]"
          :fixed="{
            from_latitude_deg: site.latitude_deg,
            from_longitude_deg: site.longitude_deg,
            azimuth_true_deg: aim.azimuth_true_deg % 360,
          }"
          wait="Something that is seen from the site and found on the map: a tower, a summit, a road junction."
          :show="
            (r) => [
              ['True bearing to it', fixed(num(r.bearing_deg), 2, '°')],
              ['Back-bearing', fixed(num(r.back_bearing_deg), 2, '°')],
              ['Distance', show(num(r.distance_m), 'm')],
              [
                'Turn from it to the satellite',
                `${Math.abs(num(r.lay_off_deg)).toFixed(1)}° ${num(r.lay_off_deg) >= 0 ? 'clockwise' : 'anticlockwise'}, good to ${num(r.uncertainty_deg).toFixed(1)}°`,
              ],
            ]
          "
        />
      </leaf-part>
      <leaf-part leaf="neighbours" title="Neighbours on the arc" note="which could be mistaken, and how to tell">
        <calc-panel
          v-if="beamwidth"
          name="neighbours"
          :fields="[{ key: 'search_deg', label: 'Within', unit: 'deg', start: '20' }]"
          :fixed="{ ...high, satellite, others: job.facts.picks.others ?? [], beamwidth_deg: beamwidth }"
          :show="nearRows"
        />
      </leaf-part>
      <leaf-part leaf="neighbours" title="Sun outages" note="of the coming year">
        <calc-panel
          v-if="beamwidth && aim.visible"
          name="sun_outage"
          :fixed="{
            ...high,
            satellite_longitude_deg: satellite.longitude_deg,
            beamwidth_deg: beamwidth,
            date: job.facts.brief.date,
            days: 366,
          }"
          :show="outageRows"
        />
      </leaf-part>
      <leaf-part leaf="neighbours" title="Inclined orbit" note="a day of a satellite that is no longer held">
        <calc-panel
          name="inclined"
          :fields="[
            {
              key: 'inclination_deg',
              label: 'Inclination',
              unit: 'deg',
              start: satellite.inclination_deg ? String(satellite.inclination_deg) : '',
            },
          ]"
          :fixed="{ ...high, satellite_longitude_deg: satellite.longitude_deg }"
          wait="Enter the inclination from the operator’s elements."
          :show="trackRows"
        />
      </leaf-part>
      <leaf-part leaf="level" title="Level and rain" note="what is left over what the service needs">
        <calc-panel
          v-if="coverage?.chosen && job.assessment.beam && aim.visible && job.facts.picks.terminal"
          name="link"
          :fixed="{
            ...high,
            needed_es_n0_db: job.facts.aim.needed_es_n0_db ?? null,
            satellite_longitude_deg: job.facts.picks.satellite?.longitude_deg,
            satellite_tilt_deg: job.facts.picks.satellite?.tilt_deg,
            polarization: job.facts.picks.terminal?.polarization,
            beam: job.assessment.beam,
            receive_ghz: job.facts.picks.terminal.receive_ghz,
            aperture_mm: job.facts.picks.terminal.aperture_mm,
            reference_gain_db: job.facts.picks.terminal.reference_gain_db,
            rules: job.facts.picks.rules,
          }"
          :show="linkRows"
        />
        <p v-else class="quiet">Needs a beam that covers the site, and a terminal.</p>
        <div class="fields"><fact at="aim.needed_es_n0_db" /></div>
        <p class="quiet small">
          A planning aid after ITU-R P.618 and P.837; the operator’s own figures prevail. Twice a year the sun stands
          behind the satellite as well: see sun outages.
        </p>
      </leaf-part>
      <leaf-part
        leaf="feeds"
        title="Spare feeds"
        note="for neighbouring television satellites, and the bracket that holds them"
      >
        <ul class="wanted" aria-label="Satellites wanted beside">
          <li v-for="one in stored" :key="one.code">
            <label
              ><input type="checkbox" :checked="wanted.includes(one.code)" @change="flip(one.code)" />
              {{ one.name }}</label
            >
          </li>
        </ul>
        <calc-panel
          v-if="wanted.length && job.facts.picks.terminal"
          name="spare_feeds"
          :fields="[
            {
              key: 'focal_length_mm',
              label: 'Focal length',
              unit: 'mm',
              start: toEntry(job.facts.picks.terminal?.focal_length_mm, 'mm', prefs.system),
            },
            { key: 'feed_diameter_mm', label: 'Feed’s diameter', unit: 'mm', start: toEntry(60, 'mm', prefs.system) },
          ]"
          :fixed="{
            ...high,
            satellite_longitude_deg: satellite.longitude_deg,
            wanted: wantedSatellites,
            aperture_mm: job.facts.picks.terminal.aperture_mm,
            aperture_offset_mm: job.facts.picks.terminal.aperture_offset_mm,
            turned_deg: job.assessment.head_turned_deg,
            brackets: store.catalogue?.brackets ?? [],
          }"
          wait="Enter the dish’s focal length from its sheet."
          :show="feedRows"
        />
        <p v-else-if="job.facts.picks.terminal" class="quiet">
          Tick the satellites that are wanted beside the main one.
        </p>
        <p v-else class="quiet">Choose the terminal at Brief: the feeds sit on its dish.</p>
      </leaf-part>
      <leaf-part leaf="figures" title="Pocket card" note="one page for the roof">
        <p class="row">
          <choice-box
            label="Paper"
            :value="paper"
            :options="['A5', 'A6'].map((one) => ({ value: one, label: one }))"
            @choose="paper = $event as typeof paper"
          />
          <a
            id="pocket"
            :href="`/api/jobs/${store.number}/pocket.html?paper=${paper}&units=${prefs.system}`"
            target="_blank"
            >Show the card</a
          >
          <a :href="`/api/jobs/${store.number}/pocket.pdf?paper=${paper}&units=${prefs.system}`" target="_blank"
            >PDF to print</a
          >
        </p>
      </leaf-part>
    </div>
  </template>
  <template v-else-if="panelAim && job.facts.picks.terminal?.panel">
    <table class="grid-table figures" aria-label="Figures of the panel">
      <tbody>
        <tr v-if="!panelAim.self_aiming">
          <th scope="row">Compass</th>
          <td class="num">{{ show(panelAim.azimuth_magnetic_deg, 'compass_deg') }}</td>
          <td class="quiet small">To begin with; its own page shows the rest</td>
        </tr>
        <tr>
          <th scope="row">Bearing of the boresight</th>
          <td class="num">{{ fixed(panelAim.azimuth_true_deg, 0, '° true') }}</td>
          <td class="quiet small">
            {{ panelAim.self_aiming ? 'Where it will turn: most satellites' : 'As planned at Sky' }}
          </td>
        </tr>
        <tr>
          <th scope="row">Tilt from the zenith</th>
          <td class="num">{{ show(panelAim.tilt_deg, 'deg') }}</td>
          <td class="quiet small">Clinometer on the back of the panel</td>
        </tr>
        <tr>
          <th scope="row">Cone</th>
          <td class="num">± {{ show(job.facts.picks.terminal.panel.cone_half_deg ?? 0, 'deg') }}</td>
          <td class="quiet small">
            About the boresight, down to {{ show(job.facts.picks.terminal.panel.least_elevation_deg ?? 0, 'deg') }} over
            the horizon
          </td>
        </tr>
        <tr>
          <th scope="row">Declination</th>
          <td class="num">{{ fixed(panelAim.declination_deg, 1, '°') }}</td>
          <td class="quiet small">East positive; World Magnetic Model 2025</td>
        </tr>
      </tbody>
    </table>
    <p class="caution">
      <b>{{ panelAim.self_aiming ? 'Moving parts' : 'Compass' }}:</b>
      {{
        panelAim.self_aiming
          ? 'the panel turns by itself when it is powered. Nobody near it, nothing in its way.'
          : 'steel bends it. Stand off several metres from mast, roof and vehicle, and sight along the line.'
      }}
    </p>
    <p class="row">
      <router-link :to="`/jobs/${store.number}/sky`">Give it the sky: go to Sky</router-link>
      <router-link v-if="!panelAim.self_aiming" :to="`/jobs/${store.number}/peak`"
        >Bring it into its box: go to Peak</router-link
      >
    </p>
  </template>
  <p v-else class="quiet">
    What belongs here: the figures for compass, clinometer and skew. They need the place and a satellite.
    <router-link :to="`/jobs/${store.number}/brief`">Go to Brief</router-link>
  </p>
</template>

<style scoped>
.figures td,
.figures th {
  border-top: 1px solid var(--rule);
  padding: 6px 16px 6px 0;
}
.figures tbody th {
  color: var(--ink);
  font-size: 15px;
  white-space: nowrap;
}
.figures .how td {
  border-top: 0;
  padding-top: 0;
}
td svg {
  vertical-align: -3px;
}
.wanted {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
}
.wanted label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
.num {
  font-weight: 700;
  text-align: right;
  white-space: nowrap;
}
select {
  height: 44px;
}
</style>
