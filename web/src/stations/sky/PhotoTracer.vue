<script setup lang="ts">
/** A photo or panorama: two known bearings and the level marked on it, the skyline traced, in angles with their accuracy. */
import { NButton } from 'naive-ui'
import { computed, nextTick, ref } from 'vue'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import FilePick from '@/fields/FilePick.vue'
import HeldInput from '@/fields/HeldInput.vue'
import { factAt, optionsOf } from '@/fields/told'
import { unitSign } from '@/lib/quantity'
import type { Mark, Traced } from '@/stations/sky/photoDraft'
import PhotoSheet, { type Tool } from '@/stations/sky/PhotoSheet.vue'
import { usePhoto } from '@/stations/sky/usePhoto'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ declination: number }>()
const store = useJob()
const prefs = usePrefs()
const photo = usePhoto()
const { draft, told, finding, trouble, note, busy, done, kept, alsoRead, wants } = photo
const tool = ref<Tool>('bearing')
const kind = ref<Traced['kind']>('terrain')
const distance = ref<number | null>(null)
const shift = () => (prefs.north === 'magnetic' ? props.declination : 0)
const round = (angle: number) => ((angle % 360) + 360) % 360
const shown = (azimuth: number | null) => (azimuth === null ? null : Math.round(10 * round(azimuth - shift())) / 10)

async function load(file: File): Promise<void> {
  await photo.load(file)
  tool.value = 'bearing'
}
const setMarks = (marks: Mark[]) => photo.change({ marks })
function mark(at: { x: number; y: number }): void {
  const marks: Mark[] = [...draft.value!.marks.slice(-1), { x_px: at.x, y_px: at.y, azimuth_deg: null }]
  setMarks(marks)
  void nextTick(() => document.querySelector<HTMLInputElement>(`[data-mark="${marks.length - 1}"]`)?.focus())
}
function setBearing(index: number, value: number | null): void {
  const azimuth_deg = value === null ? null : round(value + shift()) % 360
  setMarks(draft.value!.marks.map((one, at) => (at === index ? { ...one, azimuth_deg } : one)))
}
const dropMark = (index: number) => setMarks(draft.value!.marks.filter((_, at) => at !== index))
const unknown = computed(() => draft.value?.marks.filter((one) => one.azimuth_deg === null).length ?? 0)
const change = (of: Partial<NonNullable<typeof draft.value>['of']>) =>
  photo.change({ of: { ...draft.value!.of, ...of } })
const HINTS: Record<Tool, string> = {
  bearing: 'Press something whose bearing you took, near the left edge; then one near the right edge.',
  level: 'Drag the ends of the line to eye level: a far plain, a lake’s shore, or what the clinometer shows as 0°.',
  trace: 'Press along the skyline, or draw it with the button held. What it is may change on the way.',
  move: 'Drag the picture; two fingers zoom and move it with every tool.',
}
const TOOLS: [Tool, string][] = [
  ['bearing', 'Known bearing'],
  ['level', 'Level'],
  ['trace', 'Trace'],
  ['move', 'Move'],
]
const KINDS = optionsOf(factAt('sky.skylines[].points[].kind'))
const PROJECTIONS = [
  { value: 'flat', label: 'flat: one exposure' },
  { value: 'cylindrical', label: 'cylindrical: a panorama' },
]
</script>

<template>
  <file-pick
    v-if="!store.locked"
    label="Picture or stitched panorama"
    accept="image/*"
    :disabled="busy"
    @files="load($event[0]!)"
  />
  <p v-if="kept.length" class="row small">
    Kept:
    <button v-for="one in kept" :key="one.document_id" type="button" class="link" @click="photo.open(one)">
      {{ one.name }}
    </button>
  </p>
  <p v-if="busy" class="quiet" role="status">Reading the picture</p>
  <p v-if="note" class="quiet small">{{ note }}</p>
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  <template v-if="draft">
    <div class="row" role="radiogroup" aria-label="Tool">
      <label v-for="[code, name] in TOOLS" :key="code" class="pick"
        ><input v-model="tool" type="radio" :value="code" /> {{ name }}</label
      >
    </div>
    <p class="quiet small">{{ HINTS[tool] }}</p>
    <div v-if="tool === 'trace'" class="row" role="group" aria-label="What is traced now">
      <label v-for="one in KINDS" :key="one.value" class="pick"
        ><input v-model="kind" type="radio" :value="one.value" /> {{ one.label }}</label
      >
      <label class="away"
        >away ({{ unitSign('m', prefs.system) }})<held-input
          :value="distance"
          unit="m"
          placeholder="not measured"
          @number="distance = $event"
      /></label>
    </div>
    <photo-sheet
      :draft="draft"
      :picture="photo.picture.value"
      :tool="tool"
      :shut="store.locked"
      @mark="mark"
      @level="photo.change({ level: $event })"
      @trace="photo.add({ ...$event, kind, distance_m: distance })"
      @back="photo.back()"
    >
      <n-button size="small" :disabled="!draft.trace.length" @click="photo.back()">Last point back</n-button
      ><n-button size="small" :disabled="!draft.trace.length" @click="photo.change({ trace: [] })">Trace anew</n-button>
    </photo-sheet>
    <div class="fields">
      <label v-for="(one, index) in draft.marks" :key="index"
        >{{ prefs.north === 'magnetic' ? 'Compass' : 'True' }} bearing at
        {{ Math.round((100 * one.x_px) / draft.of.width_px) }} % of the width<span class="row"
          ><held-input
            :data-mark="index"
            :value="shown(one.azimuth_deg)"
            unit="deg"
            placeholder="type it"
            :aria-label="`Bearing ${index + 1}`"
            @number="setBearing(index, $event)"
          /><button type="button" class="link" @click="dropMark(index)">Take out</button></span
        ></label
      >
      <choice-box
        label="Projection"
        :value="draft.of.projection"
        :options="PROJECTIONS"
        @choose="change({ projection: $event as typeof draft.of.projection })"
      />
      <label v-if="draft.marks.length < 2"
        >Focal length, 35 mm equivalent<held-input
          :value="draft.of.focal_mm"
          unit=""
          @number="change({ focal_mm: $event })"
      /></label>
    </div>
    <p v-if="wants" class="quiet">{{ wants }}</p>
    <p v-if="unknown" class="caution">
      {{ unknown === 1 ? 'A mark waits for its bearing' : 'Both marks wait for their bearings' }}: it counts once it is
      typed.
    </p>
    <table v-if="told" class="grid-table" aria-label="Measure of the picture">
      <tbody>
        <tr>
          <th scope="row">Shows</th>
          <td>
            {{ told.left_deg.toFixed(1) }}° to {{ told.right_deg.toFixed(1) }}° true, {{ told.deg_per_px.toFixed(3) }}°
            a pixel
          </td>
        </tr>
        <tr>
          <th scope="row">Good to</th>
          <td>
            ± {{ told.azimuth_error_deg.toFixed(1) }}° in bearing, ± {{ told.elevation_error_deg.toFixed(1) }}° in
            height
          </td>
        </tr>
        <tr>
          <th scope="row">Traced</th>
          <td>
            {{ told.points.length }} points<template v-if="told.points.length"
              >, highest {{ Math.max(...told.points.map((one) => one.elevation_deg)).toFixed(1) }}°</template
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="finding && finding.level !== 'clear'" class="caution">
      <b>{{ finding.message }}.</b> {{ finding.why }} {{ finding.clears_by }}
    </p>
    <p v-if="!store.locked" class="row">
      <n-button type="primary" :disabled="!told?.points.length || busy" @click="photo.use()"
        >Put it into the skyline</n-button
      ><b aria-live="polite">{{ done }}</b>
    </p>
    <p v-if="alsoRead.length && !store.locked" class="quiet small">
      {{ alsoRead.length }} points read by hand lie in the picture: they stay, and the higher of both counts.
      <button type="button" class="link small" @click="photo.dropRead()">Take those out</button>
    </p>
  </template>
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.pick,
.away {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
.away :deep(input) {
  width: 120px;
}
.fields :deep(input),
.fields select {
  width: 100%;
}
.fields .row :deep(input) {
  width: 96px;
}
</style>
