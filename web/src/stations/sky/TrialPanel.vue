<script setup lang="ts">
/** The trial: its clock, its log, and what it showed against what was predicted. */
import { times } from '@/lib/counted'
import Fact from '@/fields/Fact.vue'
import HeldInput from '@/fields/HeldInput.vue'
import { useIntervalFn } from '@vueuse/core'
import { NButton, NPopconfirm } from 'naive-ui'
import { computed, ref } from 'vue'
import { formatQuantity } from '@/lib/quantity'
import { when } from '@/lib/when'
import { CAUSES, clockOf } from '@/stations/sky/trial'
import SectorRows from '@/stations/sky/SectorRows.vue'
import TrialHours from '@/stations/sky/TrialHours.vue'
import TrialLog from '@/stations/sky/TrialLog.vue'
import TrialTally from '@/stations/sky/TrialTally.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const facts = computed(() => job.value.facts.sky.trial!)
const result = computed(() => job.value.assessment.sky_more?.trial ?? null)
const wanted = computed(() => job.value.facts.picks.rules!.trial_wanted_h)
const forget = () => void store.forgetTrial()
const now = ref(Date.now())
useIntervalFn(() => {
  now.value = Date.now()
}, 1000)
const since = computed(() =>
  facts.value.started_at
    ? ((facts.value.ended_at ? Date.parse(facts.value.ended_at) : now.value) - Date.parse(facts.value.started_at)) /
      3600e3
    : 0,
)
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const letters = computed(() =>
  job.value.positions.map((one) => ({ label: `position ${one.letter}`, value: one.letter })),
)
/** A moment as one types it, by the site's clock. */
const typed = (moment: string | null | undefined) =>
  moment ? when(moment, job.value.assessment.zone).slice(0, 16) : ''
const setClock = (news: { started_at?: string; ended_at?: string }) =>
  store.setTrialClock({ started_at: typed(facts.value.started_at), ended_at: typed(facts.value.ended_at), ...news })
const clockFault = computed(() => [store.faults.started_at, store.faults.ended_at].filter(Boolean).join(' '))
const BELIEVE = {
  trial: 'Believe the trial',
  prediction: 'Believe the prediction',
  both: 'They agree',
  neither: 'Neither can be believed',
}
</script>

<template>
  <div class="fields">
    <fact at="sky.trial.letter" :options="letters" />
    <fact at="sky.trial.height_m" />
    <label v-if="!store.locked"
      >Begun, by the site’s clock<held-input
        :value="typed(facts.started_at)"
        placeholder="2026-11-24 18:00"
        @text="setClock({ started_at: $event })"
    /></label>
    <label v-if="!store.locked"
      >Ended<held-input :value="typed(facts.ended_at)" placeholder="or 06:00" @text="setClock({ ended_at: $event })"
    /></label>
  </div>
  <p v-if="clockFault" class="trouble" role="alert">{{ clockFault }}</p>
  <p class="row">
    <template v-if="!facts.started_at"
      ><n-button type="primary" :disabled="store.locked" @click="store.startTrial">Start the trial</n-button
      ><span class="quiet">{{
        job.assessment.low_orbit
          ? `Half a day is usual (${wanted} h): every satellite must have passed everywhere.`
          : `A fixed satellite stands still: a trial of a dish shows what rain, trees in the wind and the network do; ${wanted} h are little for that.`
      }}</span></template
    >
    <template v-else-if="!facts.ended_at"
      ><b class="clock" role="timer">{{ clockOf(since) }}</b
      ><span class="quiet"
        >since {{ when(facts.started_at, job.assessment.zone) }},
        {{ since >= wanted ? 'long enough' : `${clockOf(wanted - since)} to go` }}</span
      ><n-button :disabled="store.locked" @click="store.endTrial">End the trial</n-button></template
    >
    <template v-else
      ><b>{{ clockOf(since) }}</b
      ><span class="quiet"
        >from {{ when(facts.started_at, job.assessment.zone) }} to {{ when(facts.ended_at, job.assessment.zone) }}</span
      ><n-popconfirm v-if="!store.locked" positive-text="Take it out" negative-text="Keep it" @positive-click="forget"
        ><template #trigger><button type="button" class="link">Take the trial out</button></template>The clock and
        {{ job.trial_event_count }} outages go aside. They can be brought back here.</n-popconfirm
      ></template
    >
  </p>
  <p v-if="(job.facts.sky.trials_taken_out ?? []).length && !store.locked">
    <n-button size="small" @click="store.bringTrialBack">Bring the trial back that was taken out</n-button>
  </p>
  <template v-if="!store.locked">
    <trial-log />
    <details class="tally" :open="!facts.log_name || facts.log_name.includes('by hand')">
      <summary>Without a log: write down what you see</summary>
      <trial-tally />
    </details>
  </template>
  <template v-if="result">
    <h2>{{ BELIEVE[result.believe] }}</h2>
    <p>{{ result.because }}</p>
    <table class="grid-table" aria-label="Trial">
      <tbody>
        <tr>
          <th scope="row">Available</th>
          <td>{{ result.available_percent.toFixed(2) }} % of {{ clockOf(result.hours_h) }}</td>
        </tr>
        <tr>
          <th scope="row">Interruptions</th>
          <td>{{ show(result.interruptions_per_h, 'per_h') }}, longest {{ show(result.longest_s, 's') }}</td>
        </tr>
        <tr>
          <th scope="row">Gaps by obstruction</th>
          <td>
            {{ show(result.blocked_per_h, 'per_h') }} observed,
            {{
              job.assessment.low_orbit
                ? `${show(job.assessment.low_orbit.blocked_per_h, 'per_h')} predicted`
                : 'none predicted'
            }}
            where it is planned<template v-if="result.difference_sd != null"
              >; {{ result.difference_sd.toFixed(1) }} standard deviations from the prediction for the trial’s
              place</template
            >
          </td>
        </tr>
        <tr v-for="one in result.causes" :key="one.cause">
          <th scope="row">{{ CAUSES[one.cause] }}</th>
          <td>
            {{ times(one.count) }}, {{ one.percent.toFixed(2) }} % of the time, longest {{ show(one.longest_s, 's') }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="result.outside_count" class="caution">
      {{ result.outside_count }} outages of the log lie outside the trial’s time and are left out.
    </p>
    <sector-rows label="Trial by sector" :sectors="result.sectors" />
    <trial-hours :hours="result.hours" :started-at="facts.started_at!" />
  </template>
</template>

<style scoped>
.clock {
  font-size: 28px;
  font-variant-numeric: tabular-nums;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.tally {
  margin: 8px 0;
}
summary {
  cursor: pointer;
  width: fit-content;
  padding: 6px 0;
  font-weight: 600;
}
</style>
