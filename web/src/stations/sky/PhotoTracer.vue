<script setup lang="ts">
/** A photo or panorama: two known bearings and the level marked on it, the skyline traced, in angles with their accuracy. */
import ChoiceBox from '@/fields/ChoiceBox.vue'
import FilePick from '@/fields/FilePick.vue'
import { useDebounceFn } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import client, { calculate as ask, type CalcResult, ApiError, formOf, type Schemas, unwrap } from '@/api/client'
import HeldInput from '@/fields/HeldInput.vue'
import { factAt, optionsOf } from '@/fields/told'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

type Photo = Schemas['PhotoInput']
type Measure = CalcResult<'sky_photo'>
type Tool = 'bearing' | 'level' | 'trace'
const props = defineProps<{ declination: number }>()
const store = useJob()
const prefs = usePrefs()
const host = ref<SVGSVGElement | null>(null)
const documentId = ref<number | null>(null)
const photo = ref<Photo | null>(null)
const tool = ref<Tool>('bearing')
const told = ref<Measure | null>(null)
/** The marks and the trace that it was told of. */
const of = shallowRef<Photo | null>(null)
const finding = ref<Schemas['Finding'] | null>(null)
const trouble = ref('')
const note = ref('')
const busy = ref(false)
const kept = computed(() =>
  (store.job?.facts.sky.sky_photos ?? []).map((one) => ({
    ...one,
    name: store.job?.documents.find((row) => row.id === one.document_id)?.name ?? 'a picture that is gone',
  })),
)
const shift = () => (prefs.north === 'magnetic' ? props.declination : 0)
const shownBearing = (azimuth: number) => ((azimuth - shift() + 360) % 360).toFixed(1).replace(/\.0$/, '')
const picture = computed(() =>
  documentId.value === null ? '' : `/api/jobs/${store.number}/documents/${documentId.value}`,
)

async function load(file: File): Promise<void> {
  busy.value = true
  try {
    const read = await unwrap(
      client.POST('/api/jobs/{number}/sky/photo', {
        params: { path: { number: store.number } },
        body: { file: file as unknown as string },
        bodySerializer: formOf,
      }),
    )
    await store.take(read.job)
    documentId.value = read.document_id
    photo.value = {
      width_px: read.width_px,
      height_px: read.height_px,
      projection: read.panorama ? 'cylindrical' : 'flat',
      horizon_y_px: read.height_px / 2,
      marks: read.azimuth_deg != null ? [{ x_px: read.width_px / 2, azimuth_deg: read.azimuth_deg, y_px: null }] : [],
      focal_mm: read.focal_mm,
      trace: [],
      kind: 'terrain',
      distance_m: null,
      mark_error_px: 3,
      bearing_error_deg: 1,
      focal_error_share: 0.03,
    }
    note.value = [
      read.scaled ? 'The picture was large and is kept smaller.' : '',
      read.focal_mm ? `The camera says ${read.focal_mm.toFixed(0)} mm.` : '',
      read.azimuth_deg != null
        ? `It looked towards ${read.azimuth_deg.toFixed(0)}° true; phones are easily ten degrees off, so mark bearings.`
        : '',
    ]
      .filter(Boolean)
      .join(' ')
    trouble.value = ''
    tool.value = 'bearing'
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  } finally {
    busy.value = false
  }
}
function open(one: { document_id: number; photo: Photo }): void {
  documentId.value = one.document_id
  photo.value = structuredClone(one.photo)
  note.value = ''
}

async function calculate(): Promise<void> {
  const now = photo.value
  if (!now || !now.marks.length) {
    told.value = null
    finding.value = null
    return
  }
  try {
    const answer = await ask('sky_photo', now)
    if (photo.value !== now) return // it was drawn on meanwhile: the next answer is on its way
    of.value = now
    told.value = answer.result
    finding.value = answer.findings[0] ?? null
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    if (photo.value !== now) return
    told.value = null
    trouble.value = error.message
  }
}
const soon = useDebounceFn(calculate, 250)
watch(photo, () => void soon(), { deep: true })

function toPicture(event: MouseEvent): { x: number; y: number } {
  const matrix = host.value?.getScreenCTM()
  if (!matrix) return { x: 0, y: 0 }
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return { x: Math.round(at.x), y: Math.round(at.y) }
}
let drawing = false
function down(event: PointerEvent): void {
  const now = photo.value
  if (!now || store.locked) return
  const at = toPicture(event)
  if (tool.value === 'bearing') {
    const marks = [...now.marks.slice(-1), { x_px: at.x, y_px: at.y, azimuth_deg: 0 }]
    photo.value = { ...now, marks }
    void Promise.resolve().then(() =>
      setTimeout(() => document.querySelector<HTMLInputElement>(`[data-mark="${marks.length - 1}"]`)?.focus(), 50),
    )
  } else if (tool.value === 'level') photo.value = { ...now, horizon_y_px: at.y }
  else {
    drawing = true
    host.value?.setPointerCapture(event.pointerId)
    photo.value = { ...now, trace: [...(now.trace ?? []), [at.x, at.y]] }
  }
}
function move(event: PointerEvent): void {
  const now = photo.value
  if (!drawing || !now) return
  const at = toPicture(event)
  const last = now.trace?.at(-1)
  if (last && Math.hypot(Number(last[0]) - at.x, Number(last[1]) - at.y) < now.width_px / 400) return
  photo.value = { ...now, trace: [...(now.trace ?? []), [at.x, at.y]] }
}
const up = () => {
  drawing = false
}
function setFocal(focal_mm: number | null): void {
  if (photo.value) photo.value = { ...photo.value, focal_mm }
}
function setBearing(index: number, value: number | null): void {
  const now = photo.value
  if (!now || value === null) return
  photo.value = {
    ...now,
    marks: now.marks.map((mark, at) =>
      at === index ? { ...mark, azimuth_deg: (((value + shift()) % 360) + 360) % 360 } : mark,
    ),
  }
}
const dropMark = (index: number) => {
  if (photo.value) photo.value = { ...photo.value, marks: photo.value.marks.filter((_, at) => at !== index) }
}
const trace = computed(() =>
  [...(photo.value?.trace ?? [])]
    .sort((a, b) => Number(a[0]) - Number(b[0]))
    .map((one) => one.join(','))
    .join(' '),
)
/** The point set last goes; Ctrl+Z does the same while there is one. */
function back(): boolean {
  if (!photo.value?.trace?.length || store.locked) return false
  photo.value = { ...photo.value, trace: photo.value.trace.slice(0, -1) }
  return true
}
store.inHand.add(back)
onBeforeUnmount(() => store.inHand.delete(back))
const clear = () => {
  if (photo.value) photo.value = { ...photo.value, trace: [] }
}
const inside = (azimuth: number) => {
  const r = told.value
  return r !== null && (((azimuth - r.left_deg) % 360) + 360) % 360 <= (((r.right_deg - r.left_deg) % 360) + 360) % 360
}

/** Puts the traced points into the skyline in use, in place of those inside the picture; the marks are kept with the job. */
async function use(): Promise<void> {
  if (of.value !== photo.value) await calculate() // all that was drawn is put in, not what was answered so far
  const now = photo.value
  if (!told.value?.points.length || !now || documentId.value === null) return
  const done = await store.addPoints(told.value.points, (one) => inside(one.azimuth_deg))
  const photos = (store.job?.facts.sky.sky_photos ?? []).filter((one) => one.document_id !== documentId.value)
  if (done) await store.replaceList('sky_photos', [...photos, { document_id: documentId.value, photo: now }])
}
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
    <button v-for="one in kept" :key="one.document_id" type="button" class="link" @click="open(one)">
      {{ one.name }}
    </button>
  </p>
  <p v-if="busy" class="quiet" role="status">Reading the picture</p>
  <p v-if="note" class="quiet small">{{ note }}</p>
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  <template v-if="photo">
    <div class="row" role="radiogroup" aria-label="Tool">
      <label class="pick"><input v-model="tool" type="radio" value="bearing" /> Mark a known bearing</label>
      <label class="pick"><input v-model="tool" type="radio" value="level" /> Mark the level</label>
      <label class="pick"><input v-model="tool" type="radio" value="trace" /> Trace the skyline</label>
      <n-button size="small" :disabled="!photo.trace?.length" @click="back">Last point back</n-button
      ><n-button size="small" :disabled="!photo.trace?.length" @click="clear">Trace anew</n-button>
    </div>
    <p class="quiet small">
      {{
        {
          bearing: 'Click something whose bearing you took, near the left edge; then one near the right edge.',
          level: 'Click at the height of the eye: a far plain, a lake’s shore, or what the clinometer shows as 0°.',
          trace: 'Click along the skyline, or draw it with the button held.',
        }[tool]
      }}
    </p>
    <svg
      ref="host"
      class="picture"
      :viewBox="`0 0 ${photo.width_px} ${photo.height_px}`"
      role="img"
      aria-label="Picture to trace"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="up"
    >
      <image :href="picture" :width="photo.width_px" :height="photo.height_px" />
      <line
        x1="0"
        :x2="photo.width_px"
        :y1="photo.horizon_y_px"
        :y2="photo.horizon_y_px"
        stroke="#fff"
        stroke-width="3"
        vector-effect="non-scaling-stroke"
      />
      <line
        x1="0"
        :x2="photo.width_px"
        :y1="photo.horizon_y_px"
        :y2="photo.horizon_y_px"
        stroke="#12616B"
        stroke-width="1.5"
        stroke-dasharray="8 5"
        vector-effect="non-scaling-stroke"
      />
      <template v-for="(mark, index) in photo.marks" :key="index">
        <line
          :x1="mark.x_px"
          :x2="mark.x_px"
          y1="0"
          :y2="photo.height_px"
          stroke="#fff"
          stroke-width="3"
          vector-effect="non-scaling-stroke"
        />
        <line
          :x1="mark.x_px"
          :x2="mark.x_px"
          y1="0"
          :y2="photo.height_px"
          stroke="#8A5B00"
          stroke-width="1.5"
          vector-effect="non-scaling-stroke"
        />
      </template>
      <polyline
        v-if="trace"
        :points="trace"
        fill="none"
        stroke="#fff"
        stroke-width="4"
        vector-effect="non-scaling-stroke"
      />
      <polyline
        v-if="trace"
        :points="trace"
        fill="none"
        stroke="#9C3A1C"
        stroke-width="2"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <div class="fields">
      <label v-for="(mark, index) in photo.marks" :key="index"
        >{{ prefs.north === 'magnetic' ? 'Compass' : 'True' }} bearing at
        {{ Math.round((100 * mark.x_px) / photo.width_px) }} % of the width<span class="row"
          ><held-input
            :data-mark="index"
            :value="shownBearing(mark.azimuth_deg)"
            unit="deg"
            needed
            :aria-label="`Bearing ${index + 1}`"
            @number="setBearing(index, $event)"
          /><button type="button" class="link" @click="dropMark(index)">Take out</button></span
        ></label
      >
      <choice-box
        label="Projection"
        :value="photo.projection"
        :options="PROJECTIONS"
        @choose="photo.projection = $event as typeof photo.projection"
      />
      <label v-if="photo.marks.length < 2"
        >Focal length, 35 mm equivalent<held-input :value="photo.focal_mm" unit="" @number="setFocal"
      /></label>
      <choice-box
        label="What is traced"
        :value="photo.kind"
        :options="KINDS"
        @choose="photo.kind = $event as typeof photo.kind"
      />
    </div>
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
    <p v-if="!store.locked">
      <n-button type="primary" :disabled="!told?.points.length" @click="use">Put it into the skyline</n-button>
    </p>
  </template>
</template>

<style scoped>
.file,
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.pick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
}
.picture {
  width: 100%;
  height: auto;
  max-height: 460px;
  display: block;
  border: 1px solid var(--rule);
  border-radius: 6px;
  background: var(--paper);
  cursor: crosshair;
  touch-action: none;
}
.fields :deep(input),
.fields select {
  width: 100%;
}
.fields .row :deep(input) {
  width: 96px;
}
</style>
