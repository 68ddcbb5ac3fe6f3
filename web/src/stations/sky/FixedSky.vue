<script setup lang="ts">
/** A fixed satellite: what the margin is by both schools, the ways out where it fails, and what else of the arc is free. */
import Fact from '@/fields/Fact.vue'
import { computed, ref, watch } from 'vue'
import client, { ApiError, type CalcResult, unwrap } from '@/api/client'
import CalcPanel from '@/fields/CalcPanel.vue'
import UnFold from '@/frame/UnFold.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { formatQuantity, toEntry } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'
import { VERDICT_WORD } from '@/lib/verdict'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const sky = computed(() => job.value.assessment.sky!)
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const rows = computed(() => {
  const s = sky.value
  const rules = job.value.facts.picks.rules
  if (s.margin_deg == null || s.tube_margin_deg == null) return []
  const raise = (value: number | null | undefined) =>
    value == null
      ? s.raise_known
        ? 'no height clears it'
        : 'not known: points in the way have no distance'
      : value === 0
        ? 'clear now'
        : `raise by ${show(value, 'm')}`
  const years = (value: number | null | undefined) =>
    value == null ? 'not by the growth entered' : value === 0 ? 'already' : `in ${show(value, 'years')}`
  return [
    [
      `Flat rule, ${show(rules?.clearance_deg ?? 0, 'deg')} all round`,
      show(s.margin_deg, 'deg'),
      raise(s.raise_clearance_m),
      years(s.clearance_years),
    ],
    [
      'Physical tube',
      `${show(s.tube_margin_deg, 'deg')} beyond ${show(s.tube_half_angle_deg ?? 0, 'deg')}`,
      raise(s.raise_tube_m),
      years(s.tube_years),
    ],
  ]
})
const input = ref<Record<string, unknown> | null>(null)
const inputTrouble = ref('')
watch(
  () => job.value.updated_at,
  async () => {
    try {
      input.value = await unwrap(
        client.GET('/api/jobs/{number}/sky/input', { params: { path: { number: store.number } } }),
      )
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      inputTrouble.value = error.message
    }
  },
  { immediate: true },
)
type Row = [string, string]
type Shift = CalcResult<'sky_shift'>
type Spot = Shift['spots'][number]
type Arc = CalcResult<'usable_arc'>
type Stretch = Arc['free'][number]
function shiftRows(told: Shift): Row[] {
  const spot = (one: Spot | null | undefined) =>
    one
      ? one.distance_m === 0
        ? `here: ${show(one.margin_deg, 'deg')} free`
        : `${show(one.distance_m, 'm')} towards ${one.bearing_deg.toFixed(0)}° true: ${show(one.margin_deg, 'deg')} free`
      : 'none within reach'
  const count = (level: string) => told.spots.filter((one) => one.level === level).length
  return [
    ['Nearest spot with a free tube', spot(told.nearest_free)],
    ['Nearest spot with the whole free angle', spot(told.nearest_clear)],
    ['Of the grid', `${count('clear')} clear, ${count('mind')} to be minded, ${count('hold')} on hold`],
  ]
}
const shift = ref<Shift | null>(null)
function keepShift(told: Shift): Row[] {
  shift.value = told
  return shiftRows(told)
}
const span = (one: Stretch) => `${one.from_longitude_deg.toFixed(1)}° to ${one.to_longitude_deg.toFixed(1)}°`
function arcRows(told: Arc): Row[] {
  return [
    ['Free by the tube, by longitude east', told.free.map(span).join('; ') || 'nothing'],
    ['Clear by the flat rule', told.clear.map(span).join('; ') || 'nothing'],
    ...told.satellites.map((one): Row => [
      `${one.name}, ${Math.abs(one.longitude_deg)}° ${one.longitude_deg < 0 ? 'W' : 'E'}`,
      one.elevation_deg <= 0
        ? 'below the horizon'
        : `${VERDICT_WORD[one.level]}: ${show(one.margin_deg, 'deg')} free, ${one.azimuth_deg.toFixed(1)}° true, ${one.elevation_deg.toFixed(1)}° up`,
    ]),
  ]
}
const satellites = computed(() => [
  ...(job.value.facts.picks.satellite ? [job.value.facts.picks.satellite] : []),
  ...(job.value.facts.picks.others ?? []),
])
const walkRows = (result: CalcResult<'beam_height'>): Row[] => [
  ['Lower edge of the beam', `${show(result.beam_over_walkway_m, 'm')} over the walking surface`],
  ['Kept clear in front', `${show(result.keep_clear_m, 'm')}: one dish diameter, the trade’s rule`],
]
const energyRows = (result: CalcResult<'power_density'>): Row[] => [
  [
    'At its strongest',
    `${show(result.surface_w_per_m2, 'w_per_m2')} at the dish, ${show(result.near_w_per_m2, 'w_per_m2')} up to ${show(result.near_field_m, 'm')} before it`,
  ],
  ['Under the limit', result.limit_at_m > 0 ? `from ${show(result.limit_at_m, 'm')} along the beam` : 'everywhere'],
  [
    'Standing people reach into it',
    result.people_clear_m > 0 ? `up to ${show(result.people_clear_m, 'm')} in front` : 'nowhere',
  ],
  ['Kept clear along the beam', show(result.keep_clear_m, 'm')],
]
</script>

<template>
  <table v-if="rows.length" class="grid-table" aria-label="Margin by both schools">
    <thead>
      <tr>
        <th scope="col">School</th>
        <th scope="col">Free</th>
        <th scope="col">Height that clears it</th>
        <th scope="col">Trees reach it</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row[0]">
        <th scope="row">{{ row[0] }}</th>
        <td>
          <b>{{ row[1] }}</b>
        </td>
        <td>{{ row[2] }}</td>
        <td>{{ row[3] }}</td>
      </tr>
    </tbody>
  </table>
  <table v-if="sky.raises?.length" class="grid-table" aria-label="What height would gain">
    <thead>
      <tr>
        <th scope="col">Raised by</th>
        <th v-for="one in sky.raises" :key="one.raise_m" scope="col">{{ show(one.raise_m, 'm') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr>
        <th scope="row">Free</th>
        <td v-for="one in sky.raises" :key="one.raise_m">{{ show(one.margin_deg, 'deg') }}</td>
      </tr>
    </tbody>
  </table>
  <p v-if="sky.bare_margin_deg != null" class="quiet">
    While the trees are bare: {{ show(sky.bare_margin_deg, 'deg') }} free.
  </p>
  <div class="fields">
    <fact at="sky.ahead_years" /><fact
      at="brief.look_again_on"
      :hint="
        job.assessment.sky_more?.look_again_by
          ? `Growth closes it about ${job.assessment.sky_more.look_again_by.slice(0, 7)}`
          : 'Year-month-day; trees grow'
      "
    />
  </div>
  <div>
    <un-fold title="Where else it is clear" note="spots within fifteen metres">
      <template v-if="input">
        <calc-panel
          name="sky_shift"
          :fields="[{ key: 'reach_m', label: 'Within', unit: 'm', start: toEntry(15, 'm', prefs.system) }]"
          :fixed="input"
          :show="keepShift"
        />
        <svg
          v-if="shift"
          class="spots"
          viewBox="-17 -17 34 34"
          role="img"
          aria-label="Spots about the position, north up: full squares on hold, half rings to be minded, rings clear"
        >
          <template v-for="(one, index) in shift.spots" :key="index">
            <rect
              v-if="one.level === 'hold'"
              :x="one.east_m - 0.45"
              :y="-one.north_m - 0.45"
              width="0.9"
              height="0.9"
              fill="var(--rust)"
            />
            <circle
              v-else
              :cx="one.east_m"
              :cy="-one.north_m"
              r="0.5"
              :fill="one.level === 'mind' ? 'var(--ochre)' : 'none'"
              :stroke="one.level === 'mind' ? 'var(--ochre)' : 'var(--stream)'"
              stroke-width="0.25"
            />
          </template>
          <path d="M-1,0H1M0,-1V1" stroke="var(--ink)" stroke-width="0.3" />
          <text x="0" y="-15.4" font-size="1.8" text-anchor="middle" fill="var(--ink)">N</text>
        </svg>
        <p v-if="shift" class="quiet small">
          Each mark is a spot, north up, the cross is the position: <verdict-stone verdict="clear" :size="14" /> clear,
          filled ochre to be minded, <verdict-stone verdict="hold" :size="14" /> on hold.
        </p>
      </template>
      <p v-else class="quiet">{{ inputTrouble }}</p>
    </un-fold>
    <un-fold title="The whole usable arc" note="which other satellites could serve from here"
      ><calc-panel v-if="input" name="usable_arc" :fixed="{ ...input, satellites }" :show="arcRows"
    /></un-fold>
    <un-fold title="People in front" note="how high the beam passes over a way or terrace">
      <calc-panel
        v-if="job.assessment.aim && job.facts.picks.terminal"
        name="beam_height"
        :fields="[
          { key: 'distance_m', label: 'Way is in front by', unit: 'm' },
          { key: 'walkway_height_m', label: 'Way over the dish’s ground', unit: 'm', start: '0' },
          {
            key: 'terminal_height_m',
            label: 'Dish over its ground',
            unit: 'm',
            start: toEntry(job.assessment.sky_more?.terminal_height_m ?? 0, 'm', prefs.system),
          },
        ]"
        :fixed="{
          elevation_deg: job.assessment.aim.elevation_apparent_deg,
          aperture_mm: job.facts.picks.terminal.aperture_mm,
          rules: job.facts.picks.rules,
        }"
        wait="Enter how far in front people walk."
        :show="walkRows"
      />
      <p v-else class="quiet">Choose place, satellite and terminal at Brief: the beam is as wide as its dish.</p>
      <template v-if="job.assessment.aim && job.facts.picks.terminal?.transmit_w"
        ><h2>How strong it is there</h2>
        <calc-panel
          name="power_density"
          :fields="[
            { key: 'transmit_w', label: 'Sends (W)', start: String(job.facts.picks.terminal?.transmit_w) },
            { key: 'duty_share', label: 'Share of the time', start: '1', hint: '1: the careful choice' },
            {
              key: 'terminal_height_m',
              label: 'Dish over people’s ground',
              unit: 'm',
              start: toEntry(job.assessment.sky_more?.terminal_height_m ?? 0, 'm', prefs.system),
            },
          ]"
          :fixed="{
            elevation_deg: job.assessment.aim.elevation_apparent_deg,
            aperture_mm: job.facts.picks.terminal.aperture_mm,
            transmit_ghz: job.facts.picks.terminal.transmit_ghz,
            rules: job.facts.picks.rules,
          }"
          :show="energyRows"
      /></template>
      <p class="caution">
        <b>Radio energy:</b> nobody stands in front of a transmitting dish. The limits of the local code prevail over
        this rule of thumb.
      </p>
    </un-fold>
  </div>
</template>

<style scoped>
.spots {
  width: min(320px, 100%);
  height: auto;
  border: 1px solid var(--rule);
  border-radius: 6px;
  background: var(--paper);
}
p svg {
  vertical-align: -2px;
}
</style>
