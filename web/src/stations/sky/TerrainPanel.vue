<script setup lang="ts">
/** The horizon from elevation tiles: which tiles are there, how far to look, and the work with its progress. */
import { usePrefs } from '@/stores/prefs'
import { formatQuantity } from '@/lib/quantity'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import FilePick from '@/fields/FilePick.vue'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import { askAnew, useAsked } from '@/api/cache'
import client, { ApiError, formOf, unwrap } from '@/api/client'
import WorkBar from '@/frame/WorkBar.vue'
import { useWork } from '@/lib/useWork'
import { type Job, useJob } from '@/stores/job'

const store = useJob()
const prefs = usePrefs()
const { data } = useAsked(
  () => ['tiles'],
  () => unwrap(client.GET('/api/places/terrain')),
)
const tiles = computed(() => data.value ?? [])
const reach = ref('60')
const letter = ref(store.job?.facts.sky.position_letter ?? '')
const said = ref('')
const trouble = ref('')
const { running, progress, trouble: workTrouble, run, stop } = useWork()
const letters = computed(() => ['', ...(store.job?.positions ?? []).map((one) => one.letter)])
const degrees = (value: number, positive: string, negative: string) =>
  `${Math.abs(value).toFixed(2)}°${value >= 0 ? positive : negative}`
async function load(files: File[]): Promise<void> {
  for (const file of files) {
    try {
      await unwrap(
        client.POST('/api/places/terrain', { body: { file: file as unknown as string }, bodySerializer: formOf }),
      )
      trouble.value = ''
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      trouble.value = error.message
    }
  }
  await askAnew('tiles')
}
async function drop(name: string): Promise<void> {
  await unwrap(client.DELETE('/api/places/terrain/{name}', { params: { path: { name } } }))
  await askAnew('tiles')
}
async function find(): Promise<void> {
  said.value = ''
  const done = await run(`/api/jobs/${store.number}/sky/horizon`, {
    letter: letter.value,
    reach_km: Number(reach.value.replace(',', '.')),
  })
  if (!done) return
  await store.take(done.job as unknown as Job)
  const ground = formatQuantity(Number(done.ground_m), 'm', prefs.system)
  const ends = done.ends as { from_deg: number; to_deg: number; known_km: number }[]
  const short = ends.map(
    (one) =>
      `${one.from_deg.toFixed(0)}° to ${one.to_deg.toFixed(0)}° true only to ${formatQuantity(one.known_km, 'km', prefs.system)}`,
  )
  said.value =
    `${String(done.points)} points; the ground here lies ${ground} above sea. It is a skyline of its own now: “Terrain”. ` +
    (short.length ? `The tiles end before the reach: ${short.join(', ')}.` : 'The tiles reach all the way round.')
}
</script>

<template>
  <p class="quiet">
    The highest ground in 720 bearings, with the Earth’s curvature and refraction. Trees and houses are not in it: read
    those on top.
  </p>
  <table v-if="tiles.length" class="grid-table" aria-label="Elevation tiles">
    <tbody>
      <tr v-for="one in tiles" :key="one.name">
        <th scope="row">{{ one.name }}</th>
        <td>
          {{ degrees(one.south_deg, 'N', 'S') }} to {{ degrees(one.north_deg, 'N', 'S') }},
          {{ degrees(one.west_deg, 'E', 'W') }} to {{ degrees(one.east_deg, 'E', 'W') }}
        </td>
        <td class="quiet">{{ (one.size_bytes / 1e6).toFixed(1) }} MB</td>
        <td><button type="button" class="link" @click="drop(one.name)">Take out</button></td>
      </tr>
    </tbody>
  </table>
  <p v-else class="quiet">
    No tile is loaded. An SRTM tile such as S30E027.hgt, or a GeoTIFF of heights in any projection, is accepted.
  </p>
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  <div class="row">
    <file-pick class="foot" label="Load tiles (.hgt, GeoTIFF)" multiple accept=".hgt,.tif,.tiff" @files="load" />
    <label>Out to (km)<input v-model="reach" class="short" inputmode="decimal" /></label>
    <choice-box
      label="From"
      :value="letter"
      :options="letters.map((one) => ({ value: one, label: one ? `position ${one}` : 'the job’s place' }))"
      @choose="letter = $event"
    />
    <n-button class="foot" type="primary" :disabled="running || store.locked || !tiles.length" @click="find"
      >Find the horizon</n-button
    >
  </div>
  <work-bar what="Looking round" :running="running" :progress="progress" :trouble="workTrouble" @stop="stop" />
  <p v-if="said" role="status">{{ said }}</p>
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.short,
select {
  height: 44px;
  width: 120px;
}
.foot {
  align-self: end;
}
</style>
