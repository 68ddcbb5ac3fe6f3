<script setup lang="ts">
/** A panel set by hand: what its page or the instruments show, which knob to turn, and how it stood on other days. */
import { useNow } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { formatQuantity } from '@/lib/quantity'
import { useJob } from '@/stores/job'
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
    'note',
  ),
)
const turned = computed(() => {
  const rows = job.value.facts.peak.attitudes ?? []
  const first = rows[0]
  const last = rows.at(-1)
  return rows.length > 1 && first && last
    ? {
        turn: ((last.azimuth_deg - first.azimuth_deg + 540) % 360) - 180,
        tilt: last.tilt_deg - first.tilt_deg,
        since: first.on,
      }
    : null
})
const SETTLE_MIN = 30
const now = useNow({ interval: 5000 })
const moved = () => store.patch({ panel_moved_at: new Date().toISOString() })
const settling = computed(() => {
  const at = job.value.facts.peak.panel_moved_at
  return at ? SETTLE_MIN - (now.value.getTime() - new Date(at).getTime()) / 60_000 : 0
})
/** One knob at a time: rotation first, since the tilt's bearing follows it; each is right within the tolerance. */
const knobs = computed(() => {
  const told = attitude.value
  if (!told) return []
  return [
    {
      name: 'Rotation knob, the upper one',
      done: Math.abs(told.turn_deg) <= tolerance.value / 2,
      what: `by ${show(Math.abs(told.turn_deg), 'deg')} ${told.turn_deg >= 0 ? 'clockwise' : 'anticlockwise'} seen from above, then snug`,
    },
    {
      name: 'Tilt knob, the lower one',
      done: Math.abs(told.tilt_deg) <= tolerance.value / 2,
      what: `by ${show(Math.abs(told.tilt_deg), 'deg')} ${told.tilt_deg >= 0 ? 'down' : 'up'}, then snug`,
    },
    {
      name: 'Both knobs',
      done: false,
      what:
        told.misaligned_deg <= tolerance.value
          ? 'tighten, wait, and read once more: tightening turns it a little'
          : 'stay loose until both are right',
    },
  ]
})
const gain = computed(() => {
  const { speed_before_mbps: before, speed_after_mbps: after } = job.value.facts.peak
  return before && after ? `${(after / before).toFixed(1)} times` : ''
})
const PX = 5
const at = (off: number) => Math.max(14, Math.min(346, 180 + PX * off))
const scales = computed(() => {
  const rows = job.value.facts.peak.attitudes ?? []
  return [
    {
      name: 'Rotation',
      left: 'too far anticlockwise',
      right: 'too far clockwise',
      offs: rows.map((one) => ((one.azimuth_deg - aim.value.azimuth_true_deg + 540) % 360) - 180),
    },
    {
      name: 'Tilt',
      left: 'too upright',
      right: 'too flat',
      offs: rows.map((one) => one.tilt_deg - aim.value.tilt_deg),
    },
  ]
})
</script>

<template>
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
        viewBox="0 0 360 132"
        class="scales"
        role="img"
        :aria-label="
          attitude
            ? `Off by ${show(attitude.misaligned_deg, 'deg')} of ${show(tolerance, 'deg')} allowed`
            : 'Not read yet'
        "
      >
        <g v-for="(scale, row) in scales" :key="scale.name" :transform="`translate(0 ${row * 66})`">
          <text x="4" y="14" font-size="13" font-weight="600" fill="var(--ink)">{{ scale.name }}</text>
          <rect
            :x="180 - tolerance * PX"
            y="24"
            :width="2 * tolerance * PX"
            height="18"
            fill="var(--stream-tint)"
            stroke="var(--stream)"
          />
          <line x1="10" x2="350" y1="33" y2="33" stroke="var(--quiet)" />
          <line x1="180" x2="180" y1="20" y2="46" stroke="var(--stream)" stroke-width="2.5" />
          <template v-for="(off, index) in scale.offs" :key="index">
            <path
              :d="`M${at(off)},24l-5,-9h10z`"
              :fill="index === scale.offs.length - 1 ? 'var(--rust)' : 'none'"
              stroke="var(--rust)"
              :opacity="index === scale.offs.length - 1 ? 1 : 0.45"
            />
          </template>
          <text x="10" y="58" font-size="12" fill="var(--quiet)">{{ scale.left }}</text>
          <text x="350" y="58" font-size="12" text-anchor="end" fill="var(--quiet)">{{ scale.right }}</text>
        </g>
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
          <tr v-if="turned">
            <th scope="row">Since {{ turned.since }}</th>
            <td>turned by {{ show(turned.turn, 'deg') }}, tilted by {{ show(turned.tilt, 'deg') }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <ol v-if="attitude" class="knobs" aria-label="Which knob next">
      <li v-for="knob in knobs" :key="knob.name" :class="{ done: knob.done }">
        <b>{{ knob.name }}</b> {{ knob.done ? 'is right' : knob.what }}
      </li>
    </ol>
    <div class="row">
      <n-button v-if="!store.locked" @click="moved">I moved it, or it was updated, just now</n-button>
      <b v-if="settling > 0" role="timer">settles for {{ Math.ceil(settling) }} min more: do not judge it yet</b>
      <span v-else-if="job.facts.peak.panel_moved_at" class="quiet">settled by its usual half hour</span>
    </div>
    <div class="fields">
      <fact at="peak.speed_before_mbps" />
      <fact at="peak.speed_after_mbps" />
    </div>
    <p v-if="gain" class="quiet">
      Speed {{ gain }} after aligning. A panel that looks aside steers further: at {{ show(45, 'deg') }} of steering it
      loses {{ show(2.3, 'db') }} of its signal.
    </p>
    <h2>How it stands</h2>
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
          tighten, read again; after a move wait until it has settled, up to half an hour.
        </p></template
      ></row-grid
    >
    <p class="caution">
      <b>Radio energy:</b> the panel transmits. Nobody in front of or above it while it is powered; on a vehicle take
      the pole down before driving.
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
.scales {
  width: 100%;
  height: auto;
}
@media (max-width: 700px) {
  .both {
    grid-template-columns: 1fr;
  }
}
</style>
