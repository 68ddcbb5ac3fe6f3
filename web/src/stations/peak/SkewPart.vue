<script setup lang="ts">
/** Skew of a linear terminal: the unwanted polarization against the setting, nulled; both numbers kept. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { useWide } from '@/drawings/useWide'
import { formatQuantity } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'
import { usePeak } from '@/stations/peak/usePeak'

const { job, told, pointing } = usePeak()
const prefs = usePrefs()
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const skew = computed(() => pointing.value!.skew!)
const rows = computed(() => told.value.skew_readings ?? [])
const planned = computed(() => job.value.assessment.dial?.skew_deg ?? job.value.assessment.aim!.skew_deg)
const whole = computed(() => job.value.facts.picks.terminal?.skew_mechanism === 'head')
const columns = computed(() =>
  columnsOf('peak.skew_readings', { key: 'angle_deg', main: true }, 'unwanted_db', 'wanted_db'),
)
/** Records from before tell it by the desk's figure alone. */
const by = computed(() => skew.value?.isolation_from || (told.value.desk_isolation_db != null ? 'desk' : 'reckoned'))
/** What is to be expected: flat for the wanted one, a deep notch for the unwanted one, within some degrees of the plan. */
const expected = Array.from({ length: 121 }, (_, k) => {
  const off = (k - 60) / 5
  const rad = (off * Math.PI) / 180
  const deep = Math.max(-30, 10 * Math.log10(Math.sin(rad) ** 2 + 1e-3) - 10 * Math.log10(Math.cos(rad) ** 2))
  return { x: 50 + ((off + 12) / 24) * 440, unwanted: 24 - deep * 5, wanted: 24 - 100 * Math.log10(Math.cos(rad)) }
})
const pathOf = (key: 'unwanted' | 'wanted') =>
  `M${expected.map((one) => `${one.x.toFixed(1)},${one[key].toFixed(1)}`).join('L')}`
const W = 520
const H = 210
const { unit } = useWide(W)
const box = computed(() => {
  const angles = [
    ...rows.value.map((one) => one.angle_deg),
    planned.value,
    ...(skew.value.null_deg != null ? [skew.value.null_deg] : []),
  ]
  const levels = rows.value.flatMap((one) => [one.unwanted_db, ...(one.wanted_db != null ? [one.wanted_db] : [])])
  const low = Math.min(...angles) - 3
  const high = Math.max(...angles) + 3
  const floor = levels.length ? Math.min(...levels) - 2 : 0
  const top = levels.length ? Math.max(...levels) + 2 : 10
  return {
    x: (angle: number) => 46 + ((angle - low) / (high - low)) * (W - 56),
    y: (level: number) => 14 + ((top - level) / (top - floor)) * (H - 50),
  }
})
</script>

<template>
  <p>
    The wanted polarization is flat near its top: turn to where the unwanted one is lowest. Aim’s figure is
    <b>{{ show(Math.abs(planned), 'deg') }} {{ planned < 0 ? 'anticlockwise' : 'clockwise' }}</b> seen from behind.
    <template v-if="whole">Here the whole head turns against its plate: peak both axes again afterwards.</template>
    <template v-else>Here the feed turns in its clamp: hold it, and turn slowly.</template>
  </p>
  <p class="caution">
    <b>Radio energy:</b> nobody before the feed while the desk has a carrier up; a test carrier is switched by trained
    people alone, and off at once when the call breaks.
  </p>
  <svg
    v-if="rows.length"
    ref="drawn"
    :viewBox="`0 0 ${W} ${H}`"
    class="null"
    role="img"
    aria-label="Unwanted polarization against the skew"
  >
    <line x1="40" :x2="W - 6" :y1="H - 34" :y2="H - 34" stroke="var(--quiet)" />
    <g v-if="skew.null_deg != null">
      <line
        :x1="box.x(skew.null_deg)"
        :x2="box.x(skew.null_deg)"
        y1="16"
        :y2="H - 34"
        stroke="var(--stream)"
        stroke-width="2"
        stroke-dasharray="5 4"
      />
      <text
        :x="box.x(skew.null_deg)"
        y="12"
        :font-size="13 * unit"
        font-weight="700"
        text-anchor="middle"
        fill="var(--stream)"
      >
        lowest {{ show(skew.null_deg, 'deg') }} ± {{ (2 * (skew.null_sd_deg ?? 0)).toFixed(1) }}°
      </text>
    </g>
    <line :x1="box.x(planned)" :x2="box.x(planned)" y1="24" :y2="H - 34" stroke="var(--quiet)" stroke-dasharray="2 4" />
    <text :x="box.x(planned)" :y="H - 20" :font-size="12 * unit" text-anchor="middle" fill="var(--quiet)">planned</text>
    <g v-for="one in rows" :key="one.id">
      <circle :cx="box.x(one.angle_deg)" :cy="box.y(one.unwanted_db)" r="5" fill="var(--rust)" />
      <circle
        v-if="one.wanted_db != null"
        :cx="box.x(one.angle_deg)"
        :cy="box.y(one.wanted_db)"
        r="5"
        fill="none"
        stroke="var(--stream)"
        stroke-width="2"
      />
      <text :x="box.x(one.angle_deg)" :y="H - 4" :font-size="12 * unit" text-anchor="middle" fill="var(--ink)">
        {{ one.angle_deg }}°
      </text>
    </g>
    <text x="4" y="14" :font-size="12 * unit" fill="var(--rust)">filled: unwanted</text>
    <text x="4" :y="14 + 14 * unit" :font-size="12 * unit" fill="var(--stream)">open: wanted</text>
  </svg>
  <svg
    v-else
    ref="drawn"
    viewBox="0 0 520 210"
    class="null"
    role="img"
    aria-label="What is to be expected of both polarizations"
  >
    <path :d="pathOf('wanted')" fill="none" stroke="var(--stream)" stroke-width="2.5" />
    <path :d="pathOf('unwanted')" fill="none" stroke="var(--rust)" stroke-width="2.5" />
    <line x1="270" x2="270" y1="20" y2="180" stroke="var(--quiet)" stroke-dasharray="2 4" />
    <text x="54" y="18" :font-size="13 * unit" fill="var(--stream)">wanted: flat, it tells nothing</text>
    <text x="514" y="180" :font-size="13 * unit" text-anchor="end" fill="var(--rust)">unwanted: a sharp dip</text>
    <text x="270" y="205" :font-size="12 * unit" text-anchor="middle" fill="var(--quiet)">near Aim’s figure</text>
    <text x="490" y="205" :font-size="12 * unit" text-anchor="end" fill="var(--quiet)">12° on</text>
    <text x="50" y="205" :font-size="12 * unit" fill="var(--quiet)">12° back</text>
  </svg>
  <p v-if="skew.turn_deg != null" class="way">
    <b>{{
      skew.proved
        ? 'It stands where the unwanted one is lowest'
        : `Turn ${show(Math.abs(skew.turn_deg), 'deg')} ${skew.turn_deg > 0 ? 'clockwise' : 'anticlockwise'} seen from behind`
    }}</b>
    <span v-if="skew.isolation_db != null" class="quiet"
      >Isolation {{ show(skew.isolation_db, 'db') }}{{ by === 'desk' ? ' by the desk' : `, ${by}` }}; the wanted one
      loses {{ show(skew.wanted_loss_db ?? 0, 'db') }}.</span
    >
  </p>
  <row-grid
    name="skew_readings"
    title="Skew readings"
    :columns="columns"
    :rows="rows"
    :blank="{}"
    add-label="Add a reading"
    ><template #empty
      ><p class="quiet">
        Three settings at least, to both sides of Aim’s figure: what the plate shows, and the unwanted level there.
      </p></template
    ></row-grid
  >
  <div class="fields">
    <fact at="peak.skew_set_deg" />
    <fact at="peak.desk_isolation_db" />
    <fact at="peak.desk_least_db" />
  </div>
</template>

<style scoped>
.null {
  max-width: 620px;
  width: 100%;
  height: auto;
}
.way b {
  font-size: 18px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 12px;
}
</style>
