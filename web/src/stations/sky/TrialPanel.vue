<script setup lang="ts">
/** The trial: its clock, its log, and what it showed against what was predicted. */
import ChoiceBox from '@/fields/ChoiceBox.vue'
import FilePick from '@/fields/FilePick.vue'
import Fact from '@/fields/Fact.vue'
import { useIntervalFn } from '@vueuse/core'
import { NButton, NPopconfirm } from 'naive-ui'
import { computed, ref } from 'vue'
import client, { ApiError, unwrap } from '@/api/client'
import { formatQuantity } from '@/lib/quantity'
import { when } from '@/lib/when'
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
const clock = (hours: number) => `${Math.floor(hours)} h ${String(Math.floor((hours % 1) * 60)).padStart(2, '0')} min`
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const letters = computed(() =>
  job.value.positions.map((one) => ({ label: `position ${one.letter}`, value: one.letter })),
)

const file = ref<File | null>(null)
const columns = ref<string[]>([])
const chosen = ref<Record<string, string>>({})
const trouble = ref('')
const said = ref('')
const needsZone = ref(false)
const zone = ref<number | null>(null)
const FIELDS = [
  ['start', 'Start of the outage'],
  ['seconds', 'How long'],
  ['end', 'or its end'],
  ['cause', 'Cause'],
  ['azimuth_deg', 'Bearing, true'],
  ['elevation_deg', 'Elevation'],
] as const
const siteZone = computed(() => job.value.assessment.sky_more?.sun_zone_h)
/** Every quarter of an hour from UTC−12 to UTC+14: some lands keep quarters. */
const ZONES = Array.from({ length: 105 }, (_, index) => index / 4 - 12)
function zoneName(hours: number): string {
  const minutes = hours % 1 ? `:${Math.abs(hours % 1) * 60}` : ''
  const here = hours === siteZone.value ? ', this site’s clock' : ''
  return `UTC${hours < 0 ? '−' : '+'}${Math.abs(Math.trunc(hours))}${minutes}${here}`
}
const path = computed(() => ({ params: { path: { number: store.number } } }))
function formWith(more: Record<string, string> = {}): FormData {
  const form = new FormData()
  form.append('file', file.value!)
  for (const [name, value] of Object.entries(more)) form.append(name, value)
  return form
}
async function send(): Promise<void> {
  if (!file.value) return
  const told = JSON.stringify({ columns: chosen.value, zone_offset_h: zone.value })
  try {
    const found = await unwrap(
      client.POST('/api/jobs/{number}/trial/log', {
        ...path.value,
        body: {} as never,
        bodySerializer: () => formWith({ columns: told }),
      }),
    )
    columns.value = found.columns
    chosen.value = { ...found.guessed }
    said.value = `Read: ${found.job.trial_event_count} outages.${found.unread.length ? ` Not used: ${found.unread.join(', ')}.` : ''}`
    trouble.value = ''
    await store.take(found.job)
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    said.value = ''
    trouble.value = error.faults
      .map((fault) => `${fault.field.replace('columns.', '').replace('zone_offset_h', 'Zone')}: ${fault.message}`)
      .join(' ')
    needsZone.value = needsZone.value || error.faults.some((fault) => fault.field === 'zone_offset_h')
    if (error.faults.some((fault) => fault.field.startsWith('columns.'))) await askColumns()
  }
}
async function askColumns(): Promise<void> {
  const found = await unwrap(
    client.POST('/api/jobs/{number}/trial/columns', {
      ...path.value,
      body: {} as never,
      bodySerializer: () => formWith(),
    }),
  )
  columns.value = found.columns
  chosen.value = { ...found.guessed, ...chosen.value }
}
async function load(given: File): Promise<void> {
  file.value = given
  columns.value = []
  chosen.value = {}
  said.value = ''
  needsZone.value = false
  zone.value = null
  await send()
}
const CAUSES: Record<string, string> = {
  blocked: 'Blocked',
  no_satellite: 'No satellite',
  network: 'Network',
  power: 'Power',
  unknown: 'Not known',
}
const busiest = computed(() =>
  Math.max(1, ...(result.value?.hours ?? []).flatMap((one) => [one.seconds_s, one.predicted_s ?? 0])),
)
const high = (seconds: number) => `${(100 * seconds) / busiest.value}%`
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
  </div>
  <p class="row">
    <template v-if="!facts.started_at"
      ><n-button type="primary" :disabled="store.locked" @click="store.startTrial">Start the trial</n-button
      ><span class="quiet"
        >Half a day is usual ({{ wanted }} h): every satellite must have passed everywhere.</span
      ></template
    >
    <template v-else-if="!facts.ended_at"
      ><b class="clock" role="timer">{{ clock(since) }}</b
      ><span class="quiet"
        >since {{ when(facts.started_at, job.assessment.zone) }},
        {{ since >= wanted ? 'long enough' : `${clock(wanted - since)} to go` }}</span
      ><n-button :disabled="store.locked" @click="store.endTrial">End the trial</n-button></template
    >
    <template v-else
      ><b>{{ clock(since) }}</b
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
  <file-pick
    v-if="!store.locked"
    label="Log of the panel (CSV or JSON)"
    accept=".csv,.json,.txt,text/csv,application/json"
    @files="load($event[0]!)"
  />
  <p class="quiet small">
    Open form: start (with its zone, such as 14:05:00Z), seconds, cause, azimuth_deg, elevation_deg; a row an outage.
    Other names are found, or said below.
  </p>
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  <p v-else-if="said" role="status">{{ said }}</p>
  <p v-if="needsZone" class="row" role="group" aria-label="Zone of the log">
    <choice-box
      label="The log’s clock is in"
      placeholder="choose its zone"
      :value="zone"
      :options="ZONES.map((one) => ({ value: one, label: zoneName(one) }))"
      @choose="zone = Number($event)"
    />
    <n-button v-if="!columns.length" size="small" :disabled="zone === null" @click="send">Read it so</n-button>
  </p>
  <div v-if="columns.length" class="fields columns" role="group" aria-label="Columns of the log">
    <choice-box
      v-for="[field, name] in FIELDS"
      :key="field"
      :label="name"
      :value="chosen[field] ?? ''"
      :options="[{ label: '–', value: '' }, ...columns.map((one) => ({ label: one, value: one }))]"
      @choose="chosen[field] = $event"
    />
    <n-button class="foot" size="small" @click="send">Read it so</n-button>
  </div>
  <template v-if="result">
    <h2>{{ BELIEVE[result.believe] }}</h2>
    <p>{{ result.because }}</p>
    <table class="grid-table" aria-label="Trial">
      <tbody>
        <tr>
          <th scope="row">Available</th>
          <td>{{ result.available_percent.toFixed(2) }} % of {{ clock(result.hours_h) }}</td>
        </tr>
        <tr>
          <th scope="row">Interruptions</th>
          <td>{{ show(result.interruptions_per_h, 'per_h') }}, longest {{ show(result.longest_s, 's') }}</td>
        </tr>
        <tr>
          <th scope="row">Gaps by obstruction</th>
          <td>
            {{ show(result.blocked_per_h, 'per_h') }} observed,
            {{ job.assessment.low_orbit ? show(job.assessment.low_orbit.blocked_per_h, 'per_h') : 'no' }}
            predicted where it is planned<template v-if="result.difference_sd != null"
              >; {{ result.difference_sd.toFixed(1) }} standard deviations from the prediction for the trial’s
              place</template
            >
          </td>
        </tr>
        <tr v-for="one in result.causes" :key="one.cause">
          <th scope="row">{{ CAUSES[one.cause] }}</th>
          <td>
            {{ one.count }} times, {{ one.percent.toFixed(2) }} % of the time, longest {{ show(one.longest_s, 's') }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="result.outside_count" class="caution">
      {{ result.outside_count }} outages of the log lie outside the trial’s time and are left out.
    </p>
    <table class="grid-table" aria-label="Trial by sector">
      <thead>
        <tr>
          <th scope="col">Sector, true</th>
          <th scope="col">Observed</th>
          <th scope="col">Predicted</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="one in result.sectors.filter(
            (row) => row.observed_percent > 0.005 || (row.predicted_percent ?? 0) > 0.005,
          )"
          :key="one.from_deg"
        >
          <th scope="row">{{ one.from_deg.toFixed(0) }}° to {{ (one.from_deg + 30).toFixed(0) }}°</th>
          <td>{{ one.observed_percent.toFixed(2) }} %</td>
          <td>{{ one.predicted_percent == null ? '–' : `${one.predicted_percent.toFixed(2)} %` }}</td>
        </tr>
      </tbody>
    </table>
    <div class="hours" aria-hidden="true">
      <span
        v-for="one in result.hours"
        :key="one.hour"
        :title="`hour ${one.hour + 1}: ${one.count} outages, ${one.seconds_s.toFixed(0)} s`"
        ><i class="all" :style="{ height: high(one.seconds_s) }" /><i
          class="blocked"
          :style="{ height: high(one.blocked_s ?? 0) }" /><i
          v-if="one.predicted_s != null"
          class="told"
          :style="{ bottom: high(one.predicted_s) }"
      /></span>
    </div>
    <p class="quiet small">
      Seconds lost in each hour of the trial: full what was blocked, pale the rest, the ochre line what was predicted on
      average. The top is {{ busiest.toFixed(0) }} s.
    </p>
    <details>
      <summary>The hours in words</summary>
      <table class="grid-table" aria-label="Trial by hour">
        <thead>
          <tr>
            <th scope="col">Hour</th>
            <th scope="col">Outages</th>
            <th scope="col">Blocked</th>
            <th scope="col">Predicted</th>
            <th scope="col">Other causes</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in result.hours" :key="one.hour">
            <th scope="row">{{ one.hour + 1 }}</th>
            <td>{{ one.count }}</td>
            <td>{{ show(one.blocked_s, 's') }}</td>
            <td>{{ one.predicted_s == null ? '–' : show(one.predicted_s, 's') }}</td>
            <td>{{ one.other_s == null ? '–' : show(one.other_s, 's') }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </template>
</template>

<style scoped>
.clock {
  font-size: 28px;
  font-variant-numeric: tabular-nums;
}
.file,
.columns label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.columns select {
  height: 44px;
}
.foot {
  align-self: end;
}
.hours {
  display: flex;
  gap: 4px;
  height: 64px;
  border-bottom: 1px solid var(--ink);
}
.hours span {
  flex: 1;
  min-width: 4px;
  position: relative;
}
.hours i {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0;
}
.all {
  background: var(--stream-tint);
  border-top: 1px solid var(--stream);
}
.blocked {
  background: var(--stream);
}
.hours .told {
  left: -4px;
  right: 0;
  border-top: 2px solid var(--ochre);
}
</style>
