<script setup lang="ts">
/** Where near by the sky is free, and what else of the arc is: worked out only while this is looked at. */
import { computed, ref } from 'vue'
import { useAsked } from '@/api/cache'
import client, { type CalcResult, unwrap } from '@/api/client'
import CalcPanel from '@/fields/CalcPanel.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { formatQuantity, toEntry } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'
import { VERDICT_WORD } from '@/lib/verdict'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
type Row = [string, string]
const { data: input, error } = useAsked(
  () => ['sky-input', store.number, job.value.updated_at],
  () => unwrap(client.GET('/api/jobs/{number}/sky/input', { params: { path: { number: store.number } } })),
)
const inputTrouble = computed(() => error.value?.message ?? '')
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
    [
      'Of the grid',
      `${count('clear')} clear, ${count('mind')} to be minded, ${count('hold')} on hold` +
        (count('unknown') ? `, ${count('unknown')} not known` : ''),
    ],
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
    ...(told.unread.length ? [['Not known, as nothing is read there', told.unread.map(span).join('; ')] as Row] : []),
    ...told.satellites.map((one): Row => [
      `${one.name}, ${Math.abs(one.longitude_deg)}° ${one.longitude_deg < 0 ? 'W' : 'E'}`,
      one.elevation_deg <= 0
        ? 'below the horizon'
        : one.level === 'unknown'
          ? `not known: the skyline about ${one.azimuth_deg.toFixed(1)}° true is not read`
          : `${VERDICT_WORD[one.level]}: ${show(one.margin_deg, 'deg')} free, ${one.azimuth_deg.toFixed(1)}° true, ${one.elevation_deg.toFixed(1)}° up`,
    ]),
  ]
}
const satellites = computed(() => [
  ...(job.value.facts.picks.satellite ? [job.value.facts.picks.satellite] : []),
  ...(job.value.facts.picks.others ?? []),
])
</script>

<template>
  <h2>Where else it is clear <span class="quiet note">spots within fifteen metres</span></h2>
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
      viewBox="-17 -18.5 34 35.5"
      role="img"
      aria-label="Spots about the position, north up: full squares on hold, half rings to be minded, rings clear, dashes not known"
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
        <path
          v-else-if="one.level === 'unknown'"
          :d="`M${one.east_m - 0.4},${-one.north_m}h0.8`"
          stroke="var(--quiet)"
          stroke-width="0.2"
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
      <text x="0" y="-16.4" font-size="1.8" text-anchor="middle" fill="var(--ink)">N</text>
    </svg>
    <p v-if="shift" class="quiet small">
      Each mark is a spot, north up, the cross is the position: <verdict-stone verdict="clear" :size="14" /> clear,
      filled ochre to be minded, <verdict-stone verdict="hold" :size="14" /> on hold, a dash not known.
    </p>
  </template>
  <p v-else class="quiet">{{ inputTrouble }}</p>

  <h2>The whole usable arc <span class="quiet note">which other satellites could serve from here</span></h2>
  <calc-panel v-if="input" name="usable_arc" :fixed="{ ...input, satellites }" :show="arcRows" />
</template>

<style scoped>
.note {
  font-weight: 400;
  font-size: 14px;
}
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
