<script setup lang="ts">
/** A panel set by hand: what its page or the instruments show, which knob to turn, and how it stood on other days. */
import { useNow } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import type { CalcResult } from '@/api/client'
import Fact from '@/fields/Fact.vue'
import HandsetReading from '@/fields/HandsetReading.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { siteTime } from '@/lib/siteClock'
import { formatQuantity } from '@/lib/quantity'
import PageAsks from '@/stations/peak/PageAsks.vue'
import { rowId, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const aim = computed(() => job.value.assessment.panel_aim!)
const attitude = computed(() => job.value.assessment.attitude ?? null)
const tolerance = computed(() => job.value.facts.picks.terminal!.panel!.tolerance_deg!)
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const magnetic = computed(() => prefs.north === 'magnetic')
const columns = computed(() =>
  columnsOf(
    'peak.attitudes',
    { key: 'on', main: true },
    magnetic.value
      ? { key: 'azimuth_deg', label: 'Bearing by compass', add: -aim.value.declination_deg }
      : { key: 'azimuth_deg' },
    'tilt_deg',
    'azimuth_error_deg',
    'note',
  ),
)
/** As they were read; those of one day as they were entered. */
const readings = computed(() => [...(job.value.facts.peak.attitudes ?? [])].sort((a, b) => a.on.localeCompare(b.on)))
const since = computed(() => readings.value[0]?.on ?? '')
const settle_min = computed(() => job.value.facts.picks.rules?.settle_min ?? 0)
const now = useNow({ interval: 5000 })
const moved = () => store.patch({ panel_moved_at: new Date().toISOString() })
const settling = computed(() => {
  const at = job.value.facts.peak.panel_moved_at
  return at ? settle_min.value - (now.value.getTime() - new Date(at).getTime()) / 60_000 : 0
})
const HOW =
  'Lay it flat on the panel’s face, screen upwards, while the panel has no power, and take your hand off. ' +
  'Its compass is easily ten degrees off, more beside steel.'
const refused = ref('')
/** What a telephone on the face told, as a reading of today. */
async function fromHandset(told: CalcResult<'handset'>): Promise<void> {
  refused.value =
    told.bearing_true_deg == null
      ? 'It told no bearing: it lay level, or has no compass. Enter the bearing from the panel’s page or a compass.'
      : ''
  if (told.bearing_true_deg == null) return
  const row = {
    id: rowId(),
    on: siteTime(new Date(), job.value.assessment.zone).slice(0, 10),
    azimuth_deg: (Math.round(10 * told.bearing_true_deg) / 10) % 360,
    tilt_deg: Math.round(10 * Math.min(90, told.lean_deg)) / 10,
    azimuth_error_deg: Math.round(told.bearing_error_deg),
    note: 'by telephone on its face',
  }
  await store.replaceList('attitudes', [...(job.value.facts.peak.attitudes ?? []), row])
}
const gain = computed(() => {
  const { speed_before_mbps: before, speed_after_mbps: after } = job.value.facts.peak
  return before && after ? `${(after / before).toFixed(1)} times` : ''
})
/** On the sky about the wanted boresight, seen by the panel: right is clockwise, up is towards the zenith. */
const target = computed(() => {
  const slant = Math.sin((aim.value.tilt_deg * Math.PI) / 180)
  const marks = readings.value.map((one) => ({
    x: (((one.azimuth_deg - aim.value.azimuth_true_deg + 540) % 360) - 180) * slant,
    y: one.tilt_deg - aim.value.tilt_deg,
    on: one.on,
  }))
  const far = Math.max(tolerance.value * 2.4, ...marks.map((one) => Math.hypot(one.x, one.y) * 1.15))
  const px = 118 / far
  return {
    ring: tolerance.value * px,
    marks: marks.map((one) => ({ ...one, x: 130 + one.x * px, y: 130 + one.y * px })),
  }
})
</script>

<template>
  <page-asks />
  <template v-if="aim.self_aiming"
    ><p>
      This panel turns itself. Power it, keep clear of it, and wait: a minute to turn, up to half an hour after an
      update before its estimate of the sky means anything.
    </p>
    <p class="caution"><b>Moving parts:</b> nobody near it while it turns, nothing in its way.</p></template
  >
  <template v-else>
    <div class="both">
      <svg
        viewBox="0 0 260 280"
        class="target"
        role="img"
        :aria-label="
          attitude
            ? `Off by ${show(attitude.misaligned_deg, 'deg')} of ${show(tolerance, 'deg')} allowed`
            : 'Not read yet'
        "
      >
        <line x1="8" x2="252" y1="130" y2="130" stroke="var(--rule)" />
        <line x1="130" x2="130" y1="8" y2="252" stroke="var(--rule)" />
        <circle cx="130" cy="130" :r="target.ring" fill="var(--stream-tint)" stroke="var(--stream)" stroke-width="2" />
        <polyline
          v-if="target.marks.length > 1"
          :points="target.marks.map((one) => `${one.x},${one.y}`).join(' ')"
          fill="none"
          stroke="var(--rust)"
          opacity="0.4"
        />
        <rect
          v-for="(one, index) in target.marks"
          :key="index"
          :x="one.x - 6"
          :y="one.y - 6"
          width="12"
          height="12"
          :transform="`rotate(45 ${one.x} ${one.y})`"
          :fill="index === target.marks.length - 1 ? 'var(--rust)' : 'none'"
          stroke="var(--rust)"
          stroke-width="1.5"
        />
        <text x="252" y="124" font-size="12" text-anchor="end" fill="var(--quiet)">clockwise</text>
        <text x="8" y="124" font-size="12" fill="var(--quiet)">anticlockwise</text>
        <text x="134" y="18" font-size="12" fill="var(--quiet)">too upright</text>
        <text x="134" y="250" font-size="12" fill="var(--quiet)">too flat</text>
        <text x="130" y="272" font-size="13" text-anchor="middle" fill="var(--stream)">
          ring: {{ show(tolerance, 'deg') }} allowed
        </text>
      </svg>
      <table class="grid-table" aria-label="Knobs">
        <tbody>
          <tr>
            <th scope="row">Wanted</th>
            <td>
              {{ show(aim.azimuth_true_deg, 'deg') }} true (compass
              {{ show(aim.azimuth_magnetic_deg, 'compass_deg') }}), tilt {{ show(aim.tilt_deg, 'deg') }}
            </td>
          </tr>
          <template v-if="attitude">
            <tr>
              <th scope="row">Rotation knob</th>
              <td>
                <b
                  >{{ show(Math.abs(attitude.turn_deg), 'deg') }}
                  {{ attitude.turn_deg >= 0 ? 'clockwise' : 'anticlockwise' }}</b
                >
                seen from above
              </td>
            </tr>
            <tr>
              <th scope="row">Tilt knob</th>
              <td>
                <b
                  >{{ show(Math.abs(attitude.tilt_deg), 'deg') }}
                  {{ attitude.tilt_deg >= 0 ? 'further down' : 'further up' }}</b
                >
              </td>
            </tr>
            <tr>
              <th scope="row">Off by</th>
              <td>
                {{ show(attitude.misaligned_deg, 'deg') }}, which costs {{ show(attitude.scan_loss_db, 'db') }} of
                steering
              </td>
            </tr>
          </template>
          <tr v-if="attitude?.turned">
            <th scope="row">Since {{ since }}</th>
            <td>{{ attitude.turned }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <ol v-if="attitude" class="knobs" aria-label="Which knob next">
      <li v-for="one in attitude.steps ?? []" :key="one.knob" :class="{ done: one.done }">
        <b>{{ one.knob }}</b> {{ one.says }}
      </li>
    </ol>
    <div class="row">
      <n-button v-if="!store.locked" @click="moved">I moved it, or it was updated, just now</n-button>
      <b v-if="settling > 0" role="timer">settles for {{ Math.ceil(settling) }} min more: do not judge it yet</b>
      <span v-else-if="job.facts.peak.panel_moved_at" class="quiet">settled by its usual {{ settle_min }} min</span>
    </div>
    <div class="fields">
      <fact at="peak.speed_before_mbps" />
      <fact at="peak.speed_after_mbps" />
    </div>
    <p v-if="gain" class="quiet">
      Speed {{ gain }} after aligning. A panel that looks aside steers further, and loses signal by it.
    </p>
    <h2>How it stands</h2>
    <handset-reading
      v-if="!store.locked"
      name="Lay this telephone on its face"
      :given="{ along: 'face', declination_deg: aim.declination_deg }"
      :how="HOW"
      :show="
        (one) =>
          `${one.bearing_true_deg == null ? 'no bearing' : `${one.bearing_true_deg.toFixed(0)}° true`}, tilt ${one.lean_deg.toFixed(1)}°`
      "
      @take="fromHandset"
    />
    <p v-if="refused" class="fault" role="alert">{{ refused }}</p>
    <row-grid
      name="attitudes"
      title="Attitudes by day"
      :columns="columns"
      :rows="job.facts.peak.attitudes ?? []"
      :blank="{}"
      add-label="Add a reading"
      ><template #empty
        ><p class="quiet">
          Read bearing and tilt from its own page (true: press m first), or with compass and clinometer. Loosen, turn,
          tighten, read again; after a move wait until it has settled, up to {{ settle_min }} min.
        </p></template
      ></row-grid
    >
    <p class="caution">
      <b>Radio energy:</b> the panel transmits. Nobody in front of or above it while it is powered<template
        v-if="job.facts.picks.terminal?.keep_off_m"
        >, nor nearer than {{ show(job.facts.picks.terminal.keep_off_m, 'm') }} by its maker’s sheet</template
      >; on a vehicle take the pole down before driving.
    </p>
  </template>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(220px, 320px) 1fr;
  gap: 24px;
  align-items: center;
}
.both th {
  white-space: nowrap;
}
.knobs {
  display: grid;
  gap: 6px;
  margin: 0;
  padding-left: 24px;
}
.done {
  color: var(--quiet);
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 12px;
}
.target {
  width: 100%;
  max-width: 300px;
  height: auto;
}
@media (max-width: 700px) {
  .both {
    grid-template-columns: 1fr;
  }
}
</style>
