<script setup lang="ts">
/** The places of a set that travels: which one it stands at, and a new one made from the last. */
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
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
function use(letter: string): void {
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
    position_letter: letter,
    sky_set: (sky.skylines ?? []).length,
  } as never)
  if (kept) place.value = name.value = ''
}
const fault = computed(() =>
  Object.entries(store.faults)
    .filter(([field]) => field.startsWith('positions'))
    .map(([, why]) => why)
    .join('; '),
)
</script>

<template>
  <h2>Its places</h2>
  <table v-if="job.positions.length" class="grid-table" aria-label="Places of the set">
    <tbody>
      <tr v-for="one in job.positions" :key="one.letter">
        <th scope="row">{{ one.letter }}</th>
        <td>{{ one.note || 'no name' }}</td>
        <td>{{ read.has(one.letter) ? 'its sky is read' : 'its sky is not read yet' }}</td>
        <td>
          <b v-if="one.letter === planned">it stands here</b
          ><n-button v-else-if="!store.locked" size="small" @click="use(one.letter)"
            >Stand at {{ one.letter }}</n-button
          >
        </td>
      </tr>
    </tbody>
  </table>
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
</style>
