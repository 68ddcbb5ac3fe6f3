<script setup lang="ts">
/** A picture from above, or a sketch, under the plan: handed in, and placed by two known points or a world file. */
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import client, { ApiError, formOf, type Schemas, unwrap } from '@/api/client'
import FilePickButton from '@/fields/FilePickButton.vue'
import HeldInput from '@/fields/HeldInput.vue'
import { formatQuantity, unitSign } from '@/lib/quantity'
import { usePlanHere } from '@/plan/usePlan'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

type Picture = Schemas['PlanPicture']
type End = 'first' | 'second'
const plan = usePlanHere()
const store = useJob()
const prefs = usePrefs()
const trouble = ref('')
const told = computed<Picture | null>(() => {
  const one = store.job?.facts.sky.plan_picture
  return one?.document_id ? one : null
})
const placed = computed(() => store.job?.assessment.sky_more?.picture ?? null)
const ENDS: { end: End; name: string }[] = [
  { end: 'first', name: 'First point' },
  { end: 'second', name: 'Second point' },
]
const put = (change: Partial<Picture>) => store.patch({ plan_picture: { ...told.value, ...change } as Picture })
const value = (end: End, axis: 'east_m' | 'north_m' | 'x_px') => told.value?.[`${end}_${axis}`] ?? null
const marked = (end: End) => value(end, 'x_px') !== null
/** The next press on the sheet marks this point of the picture. */
function mark(end: End): void {
  const lies = placed.value
  if (!lies) return
  plan.asked.value = (at) => {
    const det = lies.east_of_x_m * lies.north_of_y_m - lies.east_of_y_m * lies.north_of_x_m
    const [east, north] = [at.east - lies.east_m, at.north - lies.north_m]
    void put({
      [`${end}_x_px`]: Math.round((10 * (lies.north_of_y_m * east - lies.east_of_y_m * north)) / det) / 10,
      [`${end}_y_px`]: Math.round((10 * (lies.east_of_x_m * north - lies.north_of_x_m * east)) / det) / 10,
    })
  }
}
async function take(ask: Promise<Schemas['JobOut']>): Promise<void> {
  trouble.value = ''
  try {
    await store.take(await ask)
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}
const form = (file: File) => ({
  params: { path: { number: store.number } },
  body: { file: file as unknown as string },
  bodySerializer: formOf,
})
const takePicture = (file: File) => take(unwrap(client.POST('/api/jobs/{number}/plan/picture', form(file))))
const takeWorld = (file: File) => take(unwrap(client.POST('/api/jobs/{number}/plan/world', form(file))))
const fault = computed(() =>
  Object.entries(store.faults)
    .filter(([field]) => field.startsWith('plan_picture') || field === 'second_east_m' || field === 'world_text')
    .map(([, why]) => why)
    .join('; '),
)
</script>

<template>
  <section class="picture" aria-label="Picture under the plan">
    <div v-if="!store.locked" class="row">
      <file-pick-button
        :label="told ? 'Another picture under it' : 'Lay a picture under it'"
        accept="image/*"
        @files="([file]) => file && takePicture(file)"
      />
      <file-pick-button
        v-if="told"
        label="World file"
        accept=".jgw,.pgw,.tfw,.wld"
        @files="([file]) => file && takeWorld(file)"
      />
      <n-button v-if="told" @click="store.patch({ plan_picture: { document_id: null } as unknown as Picture })"
        >Take the picture away</n-button
      >
    </div>
    <template v-if="told && !store.locked">
      <p v-if="placed?.placed" class="quiet small">
        It lies to scale: a pixel is {{ formatQuantity(placed.pixel_m, 'm', prefs.system, 2) }}.
      </p>
      <p v-else>
        It lies anyhow yet. Mark two points of it that you know, and say where they are: the corner of a house, the
        gate, the place itself. The farther apart, the truer.
      </p>
      <div v-for="{ end, name } in ENDS" :key="end" class="row point">
        <b>{{ name }}</b>
        <n-button size="small" @click="mark(end)">{{
          marked(end) ? 'Mark it anew' : 'Mark it on the picture'
        }}</n-button>
        <label v-for="axis in ['east_m', 'north_m'] as const" :key="axis"
          >{{ axis === 'east_m' ? 'East' : 'North' }}, {{ unitSign('m', prefs.system) }}
          <held-input
            :value="value(end, axis)"
            unit="m"
            :aria-label="`${name}, ${axis === 'east_m' ? 'east' : 'north'}`"
            @number="put({ [`${end}_${axis}`]: $event })"
        /></label>
      </div>
    </template>
    <p v-if="fault || trouble" class="fault" role="alert">{{ fault || trouble }}</p>
  </section>
</template>

<style scoped>
.picture {
  display: grid;
  gap: 8px;
}
.row {
  align-items: center;
  gap: 8px 16px;
  flex-wrap: wrap;
}
label :deep(input) {
  width: 90px;
  height: 44px;
}
</style>
