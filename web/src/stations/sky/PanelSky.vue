<script setup lang="ts">
/** A low-orbit panel: what its sky means as time, by use, by direction and by obstacle; and other simulations with their progress. */
import { factAt, optionsOf } from '@/fields/told'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import Fact from '@/fields/Fact.vue'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import DrawingView from '@/drawings/DrawingView.vue'
import LeafPart from '@/frame/LeafPart.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import WorkBar from '@/frame/WorkBar.vue'
import { formatQuantity } from '@/lib/quantity'
import { useWork } from '@/lib/useWork'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

type LowOrbit = Schemas['LowOrbitResult']
const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const found = computed(() => job.value.assessment.low_orbit!)
const panel = computed(() => job.value.facts.picks.terminal!.panel!)
/** Some of the sky that matters was not read: what follows goes as far as it was. */
const partly = computed(() =>
  job.value.assessment.stations
    .find((one) => one.code === 'sky')
    ?.findings.some((one) => one.code === 'sky.scan' && one.level !== 'clear'),
)
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const WORDS = { clear: 'works', mind: 'suffers', hold: 'fails', unknown: 'not known' }
const gapName = (one: Schemas['GapCount']) =>
  one.to_s == null
    ? `over ${one.from_s} s`
    : one.from_s === 0
      ? `up to ${one.to_s} s`
      : `${one.from_s} to ${one.to_s} s`
const allSectors = ref(false)
const busy = computed(() =>
  found.value.sectors.filter((one) => one.traffic_percent >= 0.5 || one.blocked_percent > 0.01),
)
const sectors = computed(() => (allSectors.value ? found.value.sectors : busy.value))
const hours = ref('24')
const seed = ref('2')
const schedule = ref<'even' | 'highest'>('even')
const season = ref<'leaf' | 'bare'>('leaf')
const years = ref('0')
const height = ref('')
const turned = ref('')
const other = ref<LowOrbit | null>(null)
const { running, progress, trouble, run, stop } = useWork()
const number = (text: string) => Number(text.replace(',', '.'))
async function simulate(): Promise<void> {
  other.value = null
  const body = {
    duration_h: number(hours.value),
    seed: number(seed.value),
    schedule: schedule.value,
    season: season.value,
    ahead_years: number(years.value),
    ...(height.value ? { terminal_height_m: number(height.value) } : {}),
    ...(turned.value ? { boresight_azimuth_deg: number(turned.value) } : {}),
  }
  const done = await run(`/api/jobs/${store.number}/sky/simulate`, body)
  if (done) other.value = done.result as unknown as LowOrbit
}
const SCHEDULES = [
  { value: 'even', label: 'any usable, evenly' },
  { value: 'highest', label: 'the highest' },
]
</script>

<template>
  <leaf-part leaf="view">
    <p v-if="job.assessment.sky_more?.unread" class="quiet">
      What it means for calls and streams is told once {{ job.facts.picks.rules!.scan_least_percent!.toFixed(0) }} % of
      the bearings that matter are read.
    </p>
    <template v-else>
      <p v-if="partly">
        <b>As far as the sky is read:</b>
        {{ show(job.assessment.sky_more!.scanned_percent, 'percent') }} of the bearings that matter.
      </p>
      <table class="grid-table" aria-label="What it means">
        <tbody>
          <tr v-for="one in found.uses" :key="one.code">
            <th scope="row"><verdict-stone :verdict="one.level" :size="16" /> {{ one.name }} {{ WORDS[one.level] }}</th>
            <td>
              <b>{{ show(one.figure, one.unit) }}</b>
            </td>
            <td class="quiet">wants {{ one.rule }}</td>
          </tr>
        </tbody>
      </table>
      <table class="grid-table" aria-label="Interruptions by length">
        <thead>
          <tr>
            <th v-for="one in found.gaps" :key="one.from_s" scope="col">{{ gapName(one) }}</th>
            <th scope="col">longest</th>
            <th scope="col">no satellite</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td v-for="one in found.gaps" :key="one.from_s">{{ show(one.per_h, 'per_h') }}</td>
            <td>{{ show(found.longest_gap_s, 's') }}</td>
            <td>{{ show(found.unserved_percent, 'percent') }}</td>
          </tr>
        </tbody>
      </table>
      <p class="quiet">
        Of the panel’s sky {{ show(found.sky_masked_percent, 'percent') }} is masked if its area alone is counted; what
        counts is where the satellites are, {{ found.usable_mean_count.toFixed(1) }} of them at a time.
      </p>
    </template>
    <div class="fields">
      <fact
        v-if="!panel.self_aiming"
        at="sky.panel_azimuth_deg"
        :hint="
          found.best_bearing
            ? `Best here: ${found.best_bearing.azimuth_deg.toFixed(0)}°, ${show(found.best_bearing.out_percent, 'percent')} without service`
            : undefined
        "
      />
      <fact at="sky.season" />
      <fact at="sky.ahead_years" />
    </div>
  </leaf-part>
  <leaf-part
    leaf="cost"
    title="What costs most"
    :note="
      found.costliest
        ? `towards ${found.costliest.from_deg.toFixed(0)}° to ${found.costliest.to_deg.toFixed(0)}° true`
        : 'nothing is blocked'
    "
  >
    <drawing-view name="round-sky" />
    <table v-if="found.removals.length" class="grid-table" aria-label="What removing would gain">
      <thead>
        <tr>
          <th scope="col">If this were gone</th>
          <th scope="col">Gains</th>
          <th scope="col">Left without service</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in found.removals" :key="one.name">
          <th scope="row">{{ one.name }}</th>
          <td>{{ show(one.gain_percent, 'percent') }}</td>
          <td>{{ show(one.out_percent, 'percent') }}</td>
        </tr>
      </tbody>
    </table>
    <table v-if="found.raises?.length" class="grid-table" aria-label="What height would gain">
      <thead>
        <tr>
          <th scope="col">Raised by</th>
          <th v-for="one in found.raises" :key="one.raise_m" scope="col">{{ show(one.raise_m, 'm') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">Without service</th>
          <td v-for="one in found.raises" :key="one.raise_m">{{ show(one.out_percent, 'percent') }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="found.out_percent < 0.05" class="quiet small">
      Where nothing is blocked height gains no service; it is for safety only.
    </p>
    <table class="grid-table" aria-label="Sectors">
      <thead>
        <tr>
          <th scope="col">Sector, true</th>
          <th scope="col">Traffic</th>
          <th scope="col">Time lost</th>
          <th scope="col">Sky hidden, traffic or not</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in sectors" :key="one.from_deg">
          <th scope="row">{{ one.from_deg.toFixed(0) }}° to {{ one.to_deg.toFixed(0) }}°</th>
          <td>{{ show(one.traffic_percent, 'percent') }}</td>
          <td>{{ one.blocked_percent.toFixed(2) }} %</td>
          <td>{{ show(one.blocked_area_percent, 'percent') }}</td>
        </tr>
      </tbody>
    </table>
    <p class="quiet small">
      A panel may be turned to another sector one day: the last column says what is open there.
      <button
        v-if="busy.length < found.sectors.length"
        type="button"
        class="link small"
        :aria-expanded="allSectors"
        @click="allSectors = !allSectors"
      >
        {{ allSectors ? 'Only those with traffic' : `All ${found.sectors.length} sectors` }}
      </button>
    </p>
  </leaf-part>
  <leaf-part
    leaf="cost"
    title="Another simulation"
    note="more hours, another draw, another height, turned to another sector"
  >
    <div class="fields other">
      <label>Hours<input v-model="hours" inputmode="decimal" /></label
      ><label>Draw (seed)<input v-model="seed" inputmode="numeric" /></label>
      <choice-box
        label="Serving satellite"
        :value="schedule"
        :options="SCHEDULES"
        @choose="schedule = $event as typeof schedule"
      />
      <choice-box
        label="Season"
        :value="season"
        :options="optionsOf(factAt('sky.season'))"
        @choose="season = $event as typeof season"
      />
      <label>Years ahead<input v-model="years" inputmode="decimal" /></label
      ><label>Terminal over ground (m)<input v-model="height" inputmode="decimal" placeholder="as planned" /></label
      ><label
        >Turned to, true (°)<input
          v-model="turned"
          inputmode="decimal"
          :placeholder="`${found.boresight_azimuth_deg.toFixed(0)}, as now`"
      /></label>
    </div>
    <p><n-button type="primary" :disabled="running" @click="simulate">Simulate</n-button></p>
    <work-bar what="Following the satellites" :running="running" :progress="progress" :trouble="trouble" @stop="stop" />
    <table v-if="other" class="grid-table" aria-label="Other simulation">
      <tbody>
        <tr>
          <th scope="row">Without service</th>
          <td>
            <b>{{ show(other.out_percent, 'percent') }}</b> of the time (here {{ show(found.out_percent, 'percent') }})
          </td>
        </tr>
        <tr>
          <th scope="row">Interruptions</th>
          <td>{{ show(other.interruptions_per_h, 'per_h') }}, longest {{ show(other.longest_gap_s, 's') }}</td>
        </tr>
        <tr>
          <th scope="row">Hidden of that sky</th>
          <td>{{ show(other.sky_masked_percent, 'percent') }}</td>
        </tr>
        <tr v-for="one in other.uses" :key="one.code">
          <th scope="row">{{ one.name }}</th>
          <td><verdict-stone :verdict="one.level" :size="14" /> {{ WORDS[one.level] }}</td>
        </tr>
      </tbody>
    </table>
  </leaf-part>
</template>

<style scoped>
th svg,
td svg {
  vertical-align: -3px;
}
.other label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
</style>
