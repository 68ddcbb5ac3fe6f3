<script setup lang="ts">
/** Which skyline is in use and where it was read; points by a fast line, from a file, and into one. */
import ChoiceBox from '@/fields/ChoiceBox.vue'
import FilePick from '@/fields/FilePick.vue'
import { IconPlus } from '@tabler/icons-vue'
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import client, { ApiError, unwrap } from '@/api/client'
import HeldInput from '@/fields/HeldInput.vue'
import SaidAnew from '@/stations/SaidAnew.vue'
import { unitSign } from '@/lib/quantity'
import { type SkylineSet, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ declination: number }>()
const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const text = ref('')
const trouble = ref('')
const letters = computed(() => [
  { value: '', label: 'the job’s place' },
  ...job.value.positions.map((one) => ({ value: one.letter, label: `position ${one.letter}` })),
])
const change = (more: Partial<SkylineSet>) =>
  store.editSkylines((sets, at) => sets.map((one, index) => (index === at ? { ...one, ...more } : one)))
function choose(index: number): void {
  for (const flush of store.flushers) flush() // what was typed goes to its own skyline first
  void store.patch({ sky_set: index })
}
/** While a skyline is made or taken out the fields below belong to none. */
const busy = ref(false)
const shut = computed(() => store.locked || busy.value)
async function during(act: () => Promise<void>): Promise<void> {
  busy.value = true
  try {
    await act()
  } finally {
    busy.value = false
  }
}
const another = () =>
  during(async () => {
    if (
      await store.editSkylines((sets) => [
        ...sets,
        {
          name: `Skyline ${sets.length + 1}`,
          letter: job.value.facts.sky.position_letter ?? '',
          points: [],
          obstacles: [],
        },
      ])
    )
      await choose(store.sets.length - 1)
  })
const drop = () =>
  during(async () => {
    if (await store.editSkylines((sets, at) => sets.filter((_, index) => index !== at))) await choose(0)
  })
/** Reads typed lines, CSV or JSON through the core; compass bearings are turned to true ones by it. */
async function read(typed: string, fromFile: boolean): Promise<boolean> {
  try {
    const compass = prefs.north === 'magnetic' && !fromFile
    const told = await unwrap(
      client.POST('/api/calc/skyline_text', {
        body: {
          text: typed,
          declination_deg: compass ? props.declination : 0,
          bare_distance: prefs.system === 'imperial' && !fromFile ? 'ft' : 'm',
        },
      }),
    )
    const found = told.result.points
    trouble.value = ''
    return await store.addPoints(found)
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.faults.map((fault) => `${fault.field}: ${fault.message}`).join(' ')
    return false
  }
}
async function enter(): Promise<void> {
  if (text.value.trim() && (await read(text.value, false))) text.value = ''
}
async function load(file: File): Promise<void> {
  await read(await file.text(), true)
}
const elsewhere = computed(() => {
  const planned = job.value.facts.sky.position_letter ?? ''
  const here = store.skyline?.letter ?? ''
  const name = (letter: string) => (letter ? `position ${letter}` : 'the job’s place')
  return store.skyline && planned !== here
    ? `This skyline was read at ${name(here)} and the strip shows the sky there; the answer above is for ${name(planned)}.`
    : ''
})
const scanned = computed(() => job.value.assessment.sky_more?.scanned_percent ?? 0)
const faults = computed(() =>
  Object.entries(store.faults)
    .filter(([field]) => /^skylines\.|^skyline\.skylines\./.test(field))
    .map(([, message]) => message)
    .join(' '),
)
defineExpose({ focus: () => document.getElementById('skyline-line')?.focus() })
</script>

<template>
  <div class="row sets" role="group" aria-label="Skylines">
    <button
      v-for="(one, index) in store.sets"
      :key="index"
      type="button"
      :class="['set', { here: index === store.setIndex }]"
      :aria-pressed="index === store.setIndex"
      @click="choose(index)"
    >
      {{ one.name || `Skyline ${index + 1}` }}<span v-if="one.letter" class="quiet"> at {{ one.letter }}</span>
    </button>
    <n-button v-if="!store.locked" size="small" :disabled="busy" @click="another"
      ><template #icon><icon-plus /></template>Another skyline</n-button
    >
  </div>
  <div v-if="store.skyline" class="row details">
    <label
      >Name<held-input :value="store.skyline.name" :disabled="shut" maxlength="60" @text="change({ name: $event })"
    /></label>
    <choice-box
      label="Read at"
      :value="store.skyline.letter"
      :options="letters"
      :disabled="shut"
      @choose="change({ letter: $event })"
    />
    <label
      >Eye over ground ({{ unitSign('m', prefs.system) }})<held-input
        :value="store.skyline.read_height_m"
        unit="m"
        :disabled="shut"
        placeholder="as the terminal"
        @number="change({ read_height_m: $event })"
    /></label>
    <label
      >Bearings may be off by (°)<held-input
        :value="store.skyline.bearing_error_deg"
        unit="deg"
        :disabled="shut"
        placeholder="not told"
        @number="change({ bearing_error_deg: $event })"
    /></label>
    <label
      >Heights may be off by (°)<held-input
        :value="store.skyline.height_error_deg"
        unit="deg"
        :disabled="shut"
        placeholder="not told"
        @number="change({ height_error_deg: $event })"
    /></label>
    <button v-if="!store.locked && store.sets.length > 1" type="button" class="link" @click="drop">
      Take this skyline out
    </button>
  </div>
  <said-anew
    station="sky"
    code="sky.place_moved"
    label="It was read at the place as it is now"
    @said="change({ read_latitude_deg: null, read_longitude_deg: null, read_east_m: null, read_north_m: null })"
  />
  <said-anew
    station="sky"
    code="sky.aged"
    label="Looked at again: nothing new stands there"
    @said="store.patch({ sky_seen_again: true })"
  />
  <p v-if="store.skyline" class="row small">
    <progress :value="scanned" max="100" aria-label="Bearings read" />
    <span class="quiet">{{ scanned.toFixed(0) }} % of the bearings that matter have a point within 15°.</span>
  </p>
  <p v-if="elsewhere" class="quiet small">{{ elsewhere }}</p>
  <form v-if="!store.locked" class="row" @submit.prevent="enter">
    <label class="grow" for="skyline-line"
      >Fast entry
      <n-input
        v-model:value="text"
        type="textarea"
        :autosize="{ minRows: 1, maxRows: 8 }"
        :placeholder="prefs.system === 'imperial' ? '210 14.5 tree 130' : '210 14.5 tree 40'"
        :input-props="{ id: 'skyline-line', 'aria-describedby': 'skyline-line-note' }"
        @keydown.enter.exact.prevent="enter"
    /></label>
    <n-button attr-type="submit" class="foot" :disabled="busy">Add</n-button>
    <file-pick
      class="foot"
      label="Take in CSV, JSON"
      accept=".csv,.json,.txt,text/csv,application/json"
      @files="load($event[0]!)"
    />
    <span v-if="store.setIndex !== null" class="foot files"
      >Give out <a :href="`/api/jobs/${store.number}/skylines/${store.setIndex}.csv`" download>CSV</a>
      <a :href="`/api/jobs/${store.number}/skylines/${store.setIndex}.json`" download>JSON</a></span
    >
  </form>
  <p v-if="trouble || faults" class="trouble" role="alert">{{ trouble }} {{ faults }}</p>
  <p id="skyline-line-note" class="quiet small">
    {{ prefs.north === 'magnetic' ? 'Compass' : 'True' }} bearing, height in degrees, what it is (terrain, building,
    tree, pole, wire), how far in {{ prefs.system === 'imperial' ? 'feet' : 'metres' }} or with its unit, what of a bare
    tree blocks (40%). One line a point; Shift+Enter for the next line.
  </p>
</template>

<style scoped>
.sets {
  gap: 8px;
}
.set {
  font: inherit;
  font-weight: 600;
  min-height: 34px;
  padding: 0 12px;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--quiet);
  border-radius: 6px;
  cursor: pointer;
}
.set.here {
  background: var(--stream-tint);
  border-color: var(--stream);
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.grow {
  flex: 1;
  min-width: 240px;
}
.foot {
  align-self: end;
}
.details :deep(input),
.details select {
  height: 44px;
  width: 168px;
}
.details {
  align-items: end;
}
progress {
  width: 160px;
  height: 10px;
  accent-color: var(--stream);
}
.files {
  font-size: 14px;
  padding-bottom: 6px;
  white-space: nowrap;
}
</style>
