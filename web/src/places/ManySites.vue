<script setup lang="ts">
import { usePrefs } from '@/stores/prefs'
import { formatQuantity, type UnitCode } from '@/lib/quantity'
import DayCalendar from '@/fields/DayCalendar.vue'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { counted } from '@/lib/counted'
import { today } from '@/lib/when'
import WorkBar from '@/frame/WorkBar.vue'
import { useWork } from '@/lib/useWork'
import FilePick from '@/fields/FilePick.vue'
import { watchDebounced } from '@vueuse/core'
import { NButton, NInput, NPopconfirm } from 'naive-ui'
import { computed, ref, shallowRef } from 'vue'
import { askAnew, stores } from '@/api/cache'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'

const prefs = usePrefs()
const show = (value: number, unit: UnitCode) => formatQuantity(value, unit, prefs.system)
const text = ref('')
const catalogue = shallowRef<Schemas['Catalogue'] | null>(null)
const longitude = ref('')
const day = ref(today())
const terminal = ref('')
const work = useWork()
const result = shallowRef<Schemas['SitesResult'] | null>(null)
const trouble = ref('')
void stores().then((found) => {
  catalogue.value = found
  longitude.value = String(found.satellites[0]?.longitude_deg ?? '')
})
const body = computed(() => ({
  csv: text.value,
  date: day.value,
  satellite_longitude_deg: longitude.value === '' ? null : Number(longitude.value),
  terminal_code: terminal.value,
}))
async function calculate(): Promise<void> {
  if (!text.value.trim()) {
    result.value = null
    trouble.value = ''
    return
  }
  const asked = body.value
  if (work.running.value) await work.stop()
  const answer = await work.run('/api/sites/work', asked)
  if (asked !== body.value) return // something was changed meanwhile: the next answer is on its way
  result.value = answer as Schemas['SitesResult'] | null
  trouble.value = ''
}
// The satellite counts too: it arrives after the page, perhaps after the first line was pasted.
watchDebounced(body, calculate, { debounce: 400 })
const heading = computed(() => {
  const told = result.value
  if (!told) return 'Many sites at once'
  const below = told.below_count ? `, ${told.below_count} below the horizon` : ''
  return `${told.good_count} of ${told.row_count} sites calculated${below}`
})
const made = ref<Schemas['MadeJobs'] | null>(null)
const making = ref(false)
async function makeJobs(): Promise<void> {
  making.value = true
  made.value = null
  try {
    made.value = await unwrap(client.POST('/api/sites/jobs', { body: body.value }))
    trouble.value = ''
    void askAnew('jobs')
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  } finally {
    making.value = false
  }
}
async function load(file: File): Promise<void> {
  text.value = await file.text()
}
async function save(form: 'csv' | 'geojson' | 'kml'): Promise<void> {
  const answer = await client.POST('/api/sites/{form}', {
    params: { path: { form } },
    body: body.value,
    parseAs: 'blob',
  })
  const link = Object.assign(document.createElement('a'), {
    href: URL.createObjectURL(answer.data as unknown as Blob),
    download: `sites-${day.value}.${form}`,
  })
  link.click()
  URL.revokeObjectURL(link.href)
}
</script>

<template>
  <main class="many">
    <h1>{{ heading }}</h1>
    <div class="row">
      <choice-box
        label="Satellite"
        :value="longitude"
        :options="(catalogue?.satellites ?? []).map((one) => ({ value: String(one.longitude_deg), label: one.name }))"
        @choose="longitude = $event"
      />
      <choice-box
        label="Terminal"
        :value="terminal"
        :options="[
          { value: '', label: 'none: no clinometer reading' },
          ...(catalogue?.terminals ?? [])
            .filter((one) => !one.panel)
            .map((one) => ({ value: one.code, label: one.name })),
        ]"
        @choose="terminal = $event"
      />
      <label class="day"
        >Day
        <n-input v-model:value="day" placeholder="year-month-day"
          ><template #suffix><day-calendar label="Day" :day="day" @day="day = $event" /></template></n-input
      ></label>
      <file-pick class="foot" label="CSV file" accept=".csv,.txt,text/csv" @files="load($event[0]!)" />
      <template v-if="result?.good_count"
        ><n-button v-for="form in ['csv', 'geojson', 'kml'] as const" :key="form" class="foot" @click="save(form)"
          >Save {{ form.toUpperCase() }}</n-button
        >
        <n-popconfirm positive-text="Make them" negative-text="Leave" @positive-click="makeJobs"
          ><template #trigger
            ><n-button class="foot" :loading="making"
              >Make {{ counted(result.good_count, 'job') }} of these</n-button
            ></template
          >{{ counted(result.good_count, 'job') }} with name, place, height, day and satellite; rows that cannot be used
          are left out.</n-popconfirm
        ></template
      >
    </div>
    <label
      >Sites as CSV<textarea
        v-model="text"
        rows="6"
        spellcheck="false"
        placeholder='name,place,height_m&#10;Clinic,"29°30&apos;S 28°15&apos;E",1850&#10;School,"-29.6, 28.4",1990'
      />
    </label>
    <p class="quiet small">
      The header names the columns: name, and place in any form or latitude_deg and longitude_deg; height_m,
      satellite_longitude_deg and satellite_tilt_deg where they differ; a satellite of the stores brings its own turn of
      polarization and its beams, a terminal the face on which the clinometer is laid. Up to 20 000 rows; the same from
      the command line with <code>./rindle calc aim --lines</code>.
    </p>
    <work-bar
      what="Calculating"
      :running="work.running.value"
      :progress="work.progress.value"
      :trouble="work.trouble.value"
      @stop="work.stop"
    />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="made" role="status">
      {{ counted(made.numbers.length, 'job') }} made, {{ made.numbers[0] }} to {{ made.numbers.at(-1) }}.
      <router-link to="/jobs">To the jobs</router-link>
    </p>
    <table v-if="result" class="grid-table" aria-label="Sites">
      <thead>
        <tr>
          <th scope="col">Line</th>
          <th scope="col">Name</th>
          <th scope="col">Satellite</th>
          <th scope="col">Compass</th>
          <th scope="col">True</th>
          <th scope="col">Elevation seen</th>
          <th v-if="terminal" scope="col">Clinometer</th>
          <th scope="col">Skew</th>
          <th scope="col">Beam</th>
          <th scope="col">Range</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in result.sites.slice(0, 300)" :key="one.line_number">
          <td>{{ one.line_number }}</td>
          <th scope="row">{{ one.name }}</th>
          <td>
            {{ one.satellite || (one.satellite_longitude_deg == null ? '–' : `${one.satellite_longitude_deg}° east`) }}
          </td>
          <td v-if="one.aim && !one.aim.visible" colspan="7">
            <verdict-stone verdict="hold" :size="16" /> Below the horizon by {{ show(-one.aim.elevation_deg, 'deg') }}:
            no setting finds it
          </td>
          <template v-else-if="one.aim"
            ><td>
              <b>{{ show(one.aim.azimuth_magnetic_deg, 'compass_deg') }}</b>
            </td>
            <td>{{ show(one.aim.azimuth_true_deg, 'deg') }}</td>
            <td>
              <b>{{ show(one.aim.elevation_apparent_deg, 'deg') }}</b>
            </td>
            <td v-if="terminal">
              <b v-if="one.clinometer_deg != null">{{ show(one.clinometer_deg, 'deg') }}</b> {{ one.clinometer_side }}
            </td>
            <td>{{ show(one.aim.skew_deg, 'deg') }}</td>
            <td v-if="one.outside" class="fault">none covers it</td>
            <td v-else>
              <template v-if="one.beam"
                ><b>{{ one.beam }}</b>
                <span class="quiet small">{{ show(one.beam_edge_km ?? 0, 'km') }} to its edge</span></template
              ><template v-else>–</template>
            </td>
            <td>{{ show(one.aim.slant_range_km, 'km') }}</td></template
          >
          <td v-else colspan="7" class="fault">{{ one.error }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="result && (result.row_count ?? 0) > result.sites.length" class="quiet">
      The first {{ result.sites.length }} are shown; the files hold all.
    </p>
  </main>
</template>

<style scoped>
.many {
  width: min(1080px, 100%);
  margin: 0 auto;
  padding: 24px;
  display: grid;
  gap: 16px;
}
h1 {
  font-size: 28px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.row {
  align-items: end;
}
textarea {
  font-family: ui-monospace, monospace;
  width: 100%;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
td,
th {
  border-top: 1px solid var(--rule);
}
tbody th {
  color: var(--ink);
  font-size: 15px;
}
</style>
