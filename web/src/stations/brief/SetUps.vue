<script setup lang="ts">
/** The places of a set that travels: which one it stands at, and a new one made from the last. */
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { freeLetter } from '@/lib/letters'
import { rowId, useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const place = ref('')
const name = ref('')
const read = computed(() => {
  const letters = (job.value.facts.sky.skylines ?? [])
    .filter((one) => one.points?.length || one.obstacles?.length)
    .map((one) => one.letter ?? '')
  return new Set(letters)
})
const planned = computed(() => job.value.facts.sky.position_letter)
/** The figures are those of the job's place: it goes along with the set. */
async function use(letter: string): Promise<void> {
  const there = job.value.positions.find((one) => one.letter === letter)
  if (there?.latitude_deg != null && job.value.facts.brief.latitude_deg != null)
    if (!(await store.positionAsPlace(letter))) return
  const at = (job.value.facts.sky.skylines ?? []).findIndex((one) => one.letter === letter)
  void store.patch({ position_letter: letter, ...(at >= 0 ? { sky_set: at } : {}) })
}
/** Mount, height and cable go along; the sky does not. */
async function add(): Promise<void> {
  const sky = job.value.facts.sky
  const last = (sky.positions ?? []).find((one) => one.letter === planned.value)
  const letter = freeLetter((sky.positions ?? []).map((one) => one.letter))
  const taken = {
    mount_code: last?.mount_code ?? '',
    surface: last?.surface ?? null,
    height_above_ground_m: last?.height_above_ground_m ?? job.value.facts.mount.height_above_ground_m ?? null,
    cable_length_m: last?.cable_length_m ?? null,
    access: last?.access ?? '',
  }
  const position = { id: rowId(), letter, note: name.value, place_text: place.value, ...taken }
  const skyline = { id: rowId(), name: name.value || `Place ${letter}`, letter, points: [], obstacles: [] }
  const kept = await store.patch({
    positions: [...(sky.positions ?? []), position],
    skylines: [...(sky.skylines ?? []), skyline],
  } as never)
  if (!kept) return
  place.value = name.value = ''
  await use(letter)
}
const aims = computed(() => new Map((job.value.assessment.set_ups ?? []).map((one) => [one.letter, one])))
const bearing = (value: number | null | undefined) => (value == null ? '' : `${Math.round(value) % 360}°`)
const turn = (value: number | null | undefined, plus: string, minus: string) =>
  value == null ? '' : `${Math.abs(value).toFixed(1)}° ${value >= 0 ? plus : minus}`
/** Where the set goes from where it stands: right or left, up or down, and the skew. */
const way = (letter: string) => {
  const one = aims.value.get(letter)
  if (!one || one.turn_right_deg == null) return ''
  return [
    turn(one.turn_right_deg, 'right', 'left'),
    turn(one.turn_up_deg, 'up', 'down'),
    one.turn_skew_deg == null ? '' : `skew ${turn(one.turn_skew_deg, 'clockwise', 'anticlockwise')}`,
  ]
    .filter(Boolean)
    .join(', ')
}
const columns = columnsOf(
  'sky.positions',
  { key: 'letter', main: true },
  'worked_on',
  'worked_clinometer_deg',
  'worked_compass_deg',
  'worked_skew_deg',
  'worked_level_db',
)
/** Readings that were taken elsewhere are none of this place. */
const ofHere = computed(
  () =>
    !job.value.assessment.stations
      .find((one) => one.code === 'peak')
      ?.findings.some((one) => one.code === 'peak.read_for'),
)
const fault = computed(() =>
  Object.entries(store.faults)
    .filter(([field]) => field.startsWith('positions'))
    .map(([, why]) => why)
    .join('; '),
)
</script>

<template>
  <h2>Its places</h2>
  <div v-if="job.positions.length" class="wide">
    <table class="grid-table" aria-label="Places of the set">
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th scope="col">Compass</th>
          <th scope="col">Clinometer</th>
          <th scope="col">Turn from where it stands</th>
          <th scope="col">Look first</th>
          <th scope="col"><span class="visually-hidden">Stand there</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in job.positions" :key="one.letter" :class="{ here: one.letter === planned }">
          <th scope="row">
            {{ one.letter }} <span class="name">{{ one.note || 'no name' }}</span>
          </th>
          <td>
            <b>{{ bearing(aims.get(one.letter)?.dial?.compass_deg) }}</b>
          </td>
          <td>
            <template v-if="aims.get(one.letter)?.dial"
              ><b>{{ aims.get(one.letter)!.dial!.clinometer_deg.toFixed(1) }}°</b>
              {{ aims.get(one.letter)!.dial!.clinometer_side }}</template
            >
            <span v-else-if="aims.get(one.letter)?.visible === false">below the horizon</span>
          </td>
          <td>{{ one.letter === planned ? '' : way(one.letter) }}</td>
          <td>
            <template v-if="read.has(one.letter)">its sky is read</template>
            <template v-else-if="aims.get(one.letter)?.look_above_deg != null"
              >compass {{ bearing(aims.get(one.letter)!.look_from_deg) }} to
              {{ bearing(aims.get(one.letter)!.look_to_deg) }}, above
              {{ bearing(aims.get(one.letter)!.look_above_deg) }}</template
            >
            <template v-else>its sky is not read yet</template>
          </td>
          <td>
            <b v-if="one.letter === planned">it stands here</b
            ><n-button v-else-if="!store.locked" @click="use(one.letter)">Stand at {{ one.letter }}</n-button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <div v-if="planned && !store.locked && !job.facts.picks.terminal?.panel" class="row">
    <n-button :disabled="!ofHere" @click="store.keepWorked(planned)"
      >Keep what the instruments show at {{ planned }}</n-button
    >
    <span class="quiet small"
      >From Peak: clinometer, compass, skew and level. The next time here it is set by them.</span
    >
  </div>
  <row-grid
    v-if="job.positions.length && !job.facts.picks.terminal?.panel"
    name="positions"
    title="As it stood there"
    :columns="columns"
    :rows="job.positions"
    :omit="['latitude_deg', 'longitude_deg']"
    :blank="{}"
    add-label=""
    fixed-rows
  />
  <form v-if="!store.locked" class="row" @submit.prevent="add">
    <n-input
      v-model:value="name"
      placeholder="Name of the place"
      :input-props="{ 'aria-label': 'Name of the place' }"
    />
    <n-input
      v-model:value="place"
      placeholder="Coordinates"
      :input-props="{ 'aria-label': 'Coordinates of the new place' }"
    />
    <n-button attr-type="submit" :disabled="!place.trim()">A new place from this one</n-button>
  </form>
  <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  <p class="quiet small">
    Mount, height and cable go along to a new place; its sky is read anew there, at
    <router-link :to="`/jobs/${store.number}/sky/points`">Sky</router-link>.
  </p>
</template>

<style scoped>
.row {
  flex-wrap: wrap;
  gap: 8px;
}
.n-input {
  width: 240px;
}
.wide {
  overflow-x: auto;
}
.name {
  font-weight: 400;
}
td,
th {
  vertical-align: middle;
}
tr.here > * {
  background: var(--stream-tint);
}
</style>
