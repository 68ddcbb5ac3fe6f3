<script setup lang="ts">
/** The log of a trial: what was understood of it is shown first, then it is taken. */
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import FilePick from '@/fields/FilePick.vue'
import { formatQuantity } from '@/lib/quantity'
import { when } from '@/lib/when'
import { CAUSES } from '@/stations/sky/trial'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ of?: 'watch' }>()
const emit = defineEmits<{ taken: [] }>()
const store = useJob()
const prefs = usePrefs()
const facts = computed(() => (props.of ? store.job!.facts.handover.watch! : store.job!.facts.sky.trial!))
const zoneHere = computed(() => store.job!.assessment.zone)
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const at = (moment: string | null | undefined) => (moment ? when(moment, zoneHere.value) : '–')

const file = ref<File | null>(null)
const found = ref<Schemas['TrialPreview'] | null>(null)
const columns = ref<string[]>([])
const chosen = ref<Record<string, string>>({})
const trouble = ref('')
const said = ref('')
const needsZone = ref(false)
const zone = ref<number | null>(null)
const unit = ref<'' | 's' | 'ms' | 'us' | 'ns' | 'min'>('')
const busy = ref(false)
const FIELDS = [
  ['start', 'Start of the outage'],
  ['seconds', 'How long'],
  ['end', 'or its end'],
  ['cause', 'Cause'],
  ['azimuth_deg', 'Bearing, true'],
  ['elevation_deg', 'Elevation'],
] as const
const UNITS = [
  { value: '', label: 'as its column says' },
  { value: 's', label: 'seconds' },
  { value: 'ms', label: 'milliseconds' },
  { value: 'us', label: 'microseconds' },
  { value: 'ns', label: 'nanoseconds' },
  { value: 'min', label: 'minutes' },
]
const siteZone = computed(() => store.job!.assessment.sky_more?.sun_zone_h)
/** Every quarter of an hour from UTC−12 to UTC+14: some lands keep quarters. */
const ZONES = Array.from({ length: 105 }, (_, index) => index / 4 - 12)
function zoneName(hours: number): string {
  const minutes = hours % 1 ? `:${Math.abs(hours % 1) * 60}` : ''
  const here = hours === siteZone.value ? ', this site’s clock' : ''
  return `UTC${hours < 0 ? '−' : '+'}${Math.abs(Math.trunc(hours))}${minutes}${here}`
}
const path = computed(() => ({ params: { path: { number: store.number } } }))
function form(): FormData {
  const made = new FormData()
  made.append('file', file.value!)
  made.append('columns', JSON.stringify({ columns: chosen.value, zone_offset_h: zone.value, unit: unit.value }))
  return made
}
const sends = () => ({ ...path.value, body: {} as never, bodySerializer: form })
function refused(error: unknown): ApiError['faults'] {
  if (!(error instanceof ApiError)) throw error
  trouble.value = error.faults
    .map((fault) => `${fault.field.replace('columns.', '').replace('zone_offset_h', 'Zone')}: ${fault.message}`)
    .join(' ')
  return error.faults
}
async function look(): Promise<void> {
  if (!file.value) return
  said.value = ''
  busy.value = true
  try {
    found.value = await unwrap(
      props.of
        ? client.POST('/api/jobs/{number}/watch/preview', sends())
        : client.POST('/api/jobs/{number}/trial/preview', sends()),
    )
    columns.value = found.value.columns
    chosen.value = { ...found.value.guessed }
    trouble.value = ''
  } catch (error) {
    found.value = null
    const faults = refused(error)
    needsZone.value = needsZone.value || faults.some((fault) => fault.field === 'zone_offset_h')
    if (faults.some((fault) => fault.field.startsWith('columns.'))) await askColumns()
  } finally {
    busy.value = false
  }
}
async function askColumns(): Promise<void> {
  const asked = await unwrap(
    props.of
      ? client.POST('/api/jobs/{number}/watch/columns', sends())
      : client.POST('/api/jobs/{number}/trial/columns', sends()),
  )
  columns.value = asked.columns
  chosen.value = { ...asked.guessed, ...chosen.value }
}
async function take(): Promise<void> {
  busy.value = true
  try {
    if (props.of) {
      const told = await unwrap(client.POST('/api/jobs/{number}/watch/log', sends()))
      said.value = `Taken: ${told.after.watch.event_count} gaps.${told.unread.length ? ` Not used: ${told.unread.join(', ')}.` : ''}`
      leave()
      emit('taken')
      return
    }
    const taken = await unwrap(client.POST('/api/jobs/{number}/trial/log', sends()))
    said.value = `Taken: ${taken.job.trial_event_count} outages.${taken.unread.length ? ` Not used: ${taken.unread.join(', ')}.` : ''}`
    await store.take(taken.job)
    leave()
  } catch (error) {
    refused(error)
  } finally {
    busy.value = false
  }
}
function leave(): void {
  file.value = found.value = null
  columns.value = []
  trouble.value = ''
  needsZone.value = false
}
async function load(given: File): Promise<void> {
  leave()
  chosen.value = {}
  said.value = ''
  zone.value = null
  unit.value = ''
  file.value = given
  await look()
}
/** The trial's clock and the log on one line of time, in shares of it. */
const spans = computed(() => {
  const one = found.value
  if (!one?.first_at || !one.last_at) return null
  const log = [Date.parse(one.first_at), Date.parse(one.last_at)] as const
  const began = facts.value.started_at ? Date.parse(facts.value.started_at) : log[0]
  const ended = facts.value.ended_at ? Date.parse(facts.value.ended_at) : Math.max(log[1], began)
  const [low, high] = [Math.min(log[0], began), Math.max(log[1], ended)]
  const share = (moment: number) => (100 * (moment - low)) / Math.max(1, high - low)
  const band = (from: number, to: number) => ({
    left: `${share(from)}%`,
    width: `${Math.max(0.6, share(to) - share(from))}%`,
  })
  return { trial: band(began, ended), log: band(...log) }
})
const SIDES = { before: 'before the trial', inside: '', after: 'after the trial' }
</script>

<template>
  <file-pick
    label="Log (CSV or JSON)"
    accept=".csv,.json,.txt,text/csv,application/json"
    :disabled="busy"
    @files="load($event[0]!)"
  />
  <p class="quiet small">
    Open form: start (with its zone, such as 14:05:00Z), seconds, cause, azimuth_deg, elevation_deg; a row an outage.
    Other names, dates and units are found, or said below. Nothing is taken before you have seen what was understood.
  </p>
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  <p v-else-if="said" role="status">{{ said }}</p>
  <section v-if="file" class="preview" aria-label="What was understood">
    <template v-if="found">
      <h3>
        {{ found.event_count }} outages understood in {{ file.name
        }}<span v-if="found.event_count" class="quiet"> from {{ at(found.first_at) }} to {{ at(found.last_at) }}</span>
      </h3>
      <div v-if="spans" class="spans" aria-hidden="true">
        <span>trial</span><i><b class="clock" :style="spans.trial" /></i><span>log</span
        ><i><b class="log" :style="spans.log" /></i>
      </div>
      <p>
        {{ found.inside_count }} inside the trial’s time, {{ found.before_count }} before it,
        {{ found.after_count }} after it; {{ show(found.lost_s, 's') }} lost in all, the longest
        {{ show(found.longest_s, 's') }}.
        <template v-for="(count, cause) in found.causes" :key="cause">{{ CAUSES[cause] }}: {{ count }}. </template>
        <template v-if="found.unknown_causes.length"
          >Causes not known here: {{ found.unknown_causes.join(', ') }}.
        </template>
        <template v-if="found.unread.length">Not used: {{ found.unread.join(', ') }}.</template>
      </p>
      <p v-for="doubt in found.doubts" :key="doubt" class="caution">{{ doubt }}</p>
      <table v-if="found.shown.length" class="grid-table" aria-label="The first outages">
        <thead>
          <tr>
            <th scope="col">Began, by the site’s clock</th>
            <th scope="col">Lasted</th>
            <th scope="col">Cause</th>
            <th scope="col">Bearing, true</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in found.shown" :key="one.start">
            <td>
              {{ at(one.start) }} <span class="quiet">{{ SIDES[one.side] }}</span>
            </td>
            <td>{{ show(one.seconds, 's') }}</td>
            <td>{{ CAUSES[one.cause ?? 'unknown'] }}</td>
            <td>{{ one.azimuth_deg == null ? '–' : show(one.azimuth_deg, 'compass_deg') }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <div class="fields columns" role="group" aria-label="Columns of the log">
      <choice-box
        v-for="[field, name] in columns.length ? FIELDS : []"
        :key="field"
        :label="name"
        :value="chosen[field] ?? ''"
        :options="[{ label: '–', value: '' }, ...columns.map((one) => ({ label: one, value: one }))]"
        @choose="chosen[field] = $event"
      />
      <choice-box
        v-if="columns.length"
        label="Unit of it"
        :value="unit"
        :options="UNITS"
        @choose="unit = $event as typeof unit"
      />
      <choice-box
        v-if="needsZone || columns.length"
        label="The log’s clock is in"
        placeholder="choose its zone"
        :value="zone"
        :options="ZONES.map((one) => ({ value: one, label: zoneName(one) }))"
        @choose="zone = Number($event)"
      />
    </div>
    <p class="row">
      <n-button v-if="found" type="primary" :disabled="busy" @click="take">Take this log</n-button>
      <n-button :disabled="busy || (needsZone && zone === null)" @click="look">Read it so</n-button>
      <n-button :disabled="busy" @click="leave">Leave it</n-button>
    </p>
  </section>
</template>

<style scoped>
.preview {
  display: grid;
  gap: 12px;
  margin: 8px 0 16px;
  padding: 4px 16px 14px;
  border: 1px solid var(--quiet);
  border-radius: 6px;
}
h3 {
  font-size: 16px;
  margin: 10px 0 0;
}
.spans {
  display: grid;
  grid-template-columns: 44px 1fr;
  gap: 4px 8px;
  align-items: center;
  font-size: 13px;
  color: var(--quiet);
}
.spans i {
  position: relative;
  height: 12px;
  background: var(--paper);
}
.spans b {
  position: absolute;
  inset-block: 0;
}
.clock {
  background: var(--stream);
}
.log {
  background: var(--ochre);
}
</style>
