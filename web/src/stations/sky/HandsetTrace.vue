<script setup lang="ts">
/** The skyline traced with a telephone: the cross is led along what rises, stroke by stroke, right round. */
import { NButton, NCheckbox } from 'naive-ui'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import client, { ApiError, calculate, type CalcResult, type Schemas, unwrap } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import HandsetTold from '@/fields/HandsetTold.vue'
import HandsetZero from '@/fields/HandsetZero.vue'
import HeldInput from '@/fields/HeldInput.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { anglesOf, sighted, type Sample, useHandset, useHandsetZero } from '@/lib/handset'
import { labelsOf, pathOf as path } from '@/lib/viewLines'
import { factAt, optionsOf } from '@/fields/told'
import { unitSign } from '@/lib/quantity'
import type { Verdict } from '@/lib/verdict'
import { withTraced } from '@/stations/sky/traceRows'
import TraceRing from '@/stations/sky/TraceRing.vue'
import { type SkylineSet, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

type View = CalcResult<'view'>
type Traced = CalcResult<'sky_trace'>
type Stroke = Schemas['TraceStroke']
const props = defineProps<{ declination: number }>()
const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const WIDE = { width_px: 960, height_px: 720 }
const ACROSS_DEG = 62
const LAST_S = 0.8
const kinds = optionsOf(factAt('sky.skylines[].points[].kind'))

const kind = ref<Stroke['kind']>('terrain')
const distance_m = ref<number | null>(null)
/** The camera over the ground; empty: where the terminal will be. */
const eye_m = ref<number | null>(null)
const strokes = shallowRef<Stroke[]>([])
/** The stroke that is being led; null between two. */
const leading = shallowRef<Stroke | null>(null)
const found = shallowRef<{ result: Traced; findings: Schemas['Finding'][] } | null>(null)
const view = shallowRef<View | null>(null)
const held = shallowRef<CalcResult<'handset'> | null>(null)
const trouble = ref('')
const said = ref('')
const put = ref(false)
const turn_deg = ref(0)
const by_landmark = ref(false)
const scene = shallowRef<number[][]>([])
const { zero } = useHandsetZero()

const aim = computed(() => job.value.assessment.aim ?? null)
const target = computed(() =>
  aim.value
    ? {
        name: job.value.facts.picks.satellite?.name ?? 'Satellite',
        azimuth_deg: aim.value.azimuth_true_deg % 360,
        elevation_deg: aim.value.elevation_apparent_deg,
      }
    : null,
)
const matter = computed(() => job.value.assessment.sky_more?.matter ?? [])
const landmarks = computed(() => job.value.assessment.landmarks_seen ?? [])
const errors = () => ({
  absolute: handset.absolute.value,
  declination_deg: handset.simulated.value ? 0 : props.declination,
  turn_deg: turn_deg.value,
  by_landmark: by_landmark.value,
  zero_deg: handset.simulated.value ? 0 : zero(),
})

let recent: Sample[] = []
const handset = useHandset((sample) => {
  recent = [...recent.filter((one) => one.at_s > sample.at_s - LAST_S), sample]
  if (leading.value) leading.value.samples.push(sample)
  void look()
})
/** One question at a time; what is held, and what is seen over it. */
let busy = false
let turns = 0
async function look(): Promise<void> {
  const sample = handset.latest.value
  if (busy || !sample) return
  busy = true
  try {
    const shown = {
      ...size.value,
      view_deg: ACROSS_DEG,
      device: { ...anglesOf(sample), screen_deg: handset.screen_deg(), declination_deg: errors().declination_deg },
      turn_deg: ((turn_deg.value + 540) % 360) - 180,
      targets: target.value ? [target.value] : [],
      clearance_deg: target.value ? (job.value.facts.picks.rules?.clearance_deg ?? 0) : 0,
      skyline: (found.value?.result.points ?? []).map((one) => [one.azimuth_deg, one.elevation_deg]),
      scene: scene.value,
    }
    const [seen, still] = await Promise.all([
      calculate('view', shown),
      calculate('handset', { samples: recent, along: 'camera', ...errors() }),
    ])
    if (handset.state.value === 'live') {
      view.value = seen.result
      held.value = still.result
    }
    if (leading.value && turns++ % 4 === 0) await reckon()
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  } finally {
    busy = false
  }
}
async function reckon(): Promise<void> {
  const all = leading.value ? [...strokes.value, leading.value] : strokes.value
  try {
    found.value = await calculate('sky_trace', { strokes: all, matter: matter.value, ...errors() })
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}
/** A landmark turns what was led over already with it. */
watch([turn_deg, by_landmark], () => strokes.value.length && reckon())

const size = ref({ ...WIDE })
let stream: MediaStream | null = null
const video = ref<HTMLVideoElement | null>(null)
const camera = ref(false)
async function begin(): Promise<void> {
  again()
  await handset.start()
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' }, audio: false })
    camera.value = true
  } catch (error) {
    trouble.value = `The browser does not give the camera: ${(error as Error).message}. Allow it for this page.`
  }
}
watch(video, (element) => {
  if (!element || !stream) return
  element.srcObject = stream
  void element.play()
})
function playing(): void {
  size.value = { width_px: video.value!.videoWidth, height_px: video.value!.videoHeight }
}
const posed = ref({ bearing: 0, height: 5 })
async function practise(): Promise<void> {
  again()
  const told = await unwrap(
    client.GET('/api/jobs/{number}/sky/practice', { params: { path: { number: store.number } } }),
  )
  scene.value = told.azimuth_deg.map((at, index) => [at, told.elevation_deg[index]!])
  posed.value = { bearing: target.value?.azimuth_deg ?? 0, height: 5 }
  handset.simulate(sighted(posed.value.bearing, posed.value.height))
}
function again(): void {
  strokes.value = []
  leading.value = found.value = view.value = held.value = null
  scene.value = []
  turn_deg.value = 0
  by_landmark.value = put.value = false
  trouble.value = said.value = ''
  size.value = { ...WIDE }
}
function stop(): void {
  stream?.getTracks().forEach((one) => one.stop())
  stream = null
  camera.value = false
  if (leading.value) toggle()
  handset.stop()
  view.value = held.value = null
}
onBeforeUnmount(stop)
/** What is seen and the button under it are both in view, whatever stands over them. */
const left = ref<HTMLElement | null>(null)
watch(left, (element) => element?.scrollIntoView({ block: 'start' }))

function toggle(): void {
  if (leading.value) {
    strokes.value = leading.value.samples.length ? [...strokes.value, leading.value] : strokes.value
    leading.value = null
    void reckon()
  } else {
    leading.value = { kind: kind.value, distance_m: distance_m.value, leafless_share: 1, samples: [] }
    put.value = false
  }
}
function takeBack(): void {
  strokes.value = strokes.value.slice(0, -1)
  void reckon()
}
/** A line of another kind begins where the first ends. */
watch([kind, distance_m], () => {
  if (!leading.value) return
  toggle()
  toggle()
})

/** The simulated one is turned by dragging the sky, or with the arrow keys. */
let dragged: { x: number; y: number; bearing: number; height: number } | null = null
function pose(bearing: number, height: number): void {
  posed.value = { bearing: (bearing + 720) % 360, height: Math.max(-15, Math.min(85, height)) }
  handset.pose(sighted(posed.value.bearing, posed.value.height))
}
function down(event: PointerEvent): void {
  if (!handset.simulated.value) return
  dragged = { x: event.clientX, y: event.clientY, ...posed.value }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (!dragged) return
  const perPx = ACROSS_DEG / (event.currentTarget as Element).clientWidth
  pose(dragged.bearing - (event.clientX - dragged.x) * perPx, dragged.height + (event.clientY - dragged.y) * perPx)
}
const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 0.5],
  ArrowDown: [0, -0.5],
}
function key(event: KeyboardEvent): void {
  if (event.key === ' ' || event.key === 'Enter') toggle()
  else if (handset.simulated.value && KEYS[event.key]) {
    const [right, up] = KEYS[event.key]!
    pose(posed.value.bearing + right, posed.value.height + up)
  } else return
  event.preventDefault()
  event.stopPropagation()
}

const typed = ref<number | null>(null)
/** What stands under the cross is that landmark, or at that bearing. */
async function setBy(bearing_deg: number, name: string): Promise<void> {
  try {
    const { result } = await calculate('handset', {
      samples: recent,
      along: 'camera',
      ...errors(),
      landmark_true_deg: (bearing_deg + 360) % 360,
    })
    turn_deg.value = result.turn_deg ?? 0
    by_landmark.value = true
    said.value = `Set by ${name}: bearings are turned by ${turn_deg.value.toFixed(1)}°.`
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}
function toTyped(): void {
  if (typed.value === null) trouble.value = 'Type the bearing of what is under the cross first, such as 212.'
  else void setBy(typed.value + (prefs.north === 'magnetic' ? props.declination : 0), 'what you typed')
}

const into = computed(() =>
  store.skyline && !store.skyline.simulated ? store.skyline.name || 'the skyline in use' : '',
)
async function keep(own: boolean): Promise<void> {
  if (!found.value) return
  const traced = { ...found.value.result, simulated: handset.simulated.value }
  const letter = job.value.facts.sky.position_letter ?? ''
  let at = 0
  const done = await store.editSkylines((sets, index) => {
    const all = withTraced(sets as SkylineSet[], own ? null : index, traced, { letter, read_height_m: eye_m.value })
    at = own ? all.length - 1 : index
    return all
  })
  if (!done) return
  if (own) await store.patch({ sky_set: at })
  put.value = true
}
const words = computed(() => {
  const one = found.value?.result
  if (!one?.points.length) return ''
  return `${one.points.length} points over ${Math.round(one.traced_percent)} % of the circle; bearings to about ${one.bearing_error_deg.toFixed(0)}°, heights to ${one.height_error_deg.toFixed(1)}°.`
})
const verdict = computed(() => (found.value?.findings[0]?.level ?? 'unknown') as Verdict)
const live = computed(() => handset.state.value === 'live')
const solid = (line: View['lines'][number]) => {
  const [first, last] = [line.points[0]!, line.points.at(-1)!]
  return `${path(line)}L${last[0]},${2 * size.value.height_px}L${first[0]},${2 * size.value.height_px}Z`
}
const linesOf = (...kinds: string[]) => (view.value?.lines ?? []).filter((one) => kinds.includes(one.kind))
const labels = computed(() => labelsOf(view.value?.lines ?? [], size.value, letter.value))
const letter = computed(() => Math.max(size.value.width_px, size.value.height_px) / 40)
</script>

<template>
  <p v-if="store.locked" class="quiet">This job is signed: its skyline stays as it was.</p>
  <div v-else class="row">
    <n-button v-if="!live" type="primary" @click="begin">Trace it with this telephone</n-button>
    <n-button v-if="!live" @click="practise">Practise with a simulated one</n-button>
    <n-button v-if="live" @click="stop">End</n-button>
    <span v-if="handset.simulated.value" class="quiet"
      >Simulated: drag the sky, or use the arrow keys. What it sees is made up.</span
    >
  </div>
  <p v-if="!live" class="quiet">
    Stand where the terminal will stand, at its height if you can do that safely. Bring the cross to the foot of the
    sky, begin a line, and turn slowly right round, the cross always on the edge of what rises. Say what you follow, and
    how far off it is: what has a distance can be moved and raised with the terminal.
  </p>
  <p class="caution">
    <b>Stand still and look first.</b> Never trace from a ladder, an edge or while walking, and never look into the sun.
  </p>
  <handset-told :state="handset.state.value" />
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  <p v-if="said" role="status">{{ said }}</p>
  <div v-if="live" class="both">
    <div ref="left" class="left">
      <div class="stage">
        <video v-if="camera" ref="video" playsinline muted @loadedmetadata="playing" />
        <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys do all that the pointer does -->
        <svg
          :viewBox="`0 0 ${size.width_px} ${size.height_px}`"
          :class="{ over: camera, sky: !camera }"
          tabindex="0"
          role="group"
          :aria-label="`What the camera sees, ${words || 'nothing led over yet'} Space begins and ends a line${handset.simulated.value ? ', arrows turn it' : ''}`"
          @pointerdown="down"
          @pointermove="move"
          @pointerup="dragged = null"
          @pointercancel="dragged = null"
          @keydown="key"
        >
          <path v-for="(line, at) in linesOf('scene')" :key="`c${at}`" :d="solid(line)" class="scene" />
          <path
            v-for="(line, at) in linesOf('bearing', 'elevation', 'horizon', 'ring')"
            :key="`l${at}`"
            :d="path(line)"
            :class="line.kind"
            :stroke-width="letter / 14"
          />
          <path
            v-for="(line, at) in linesOf('skyline')"
            :key="`s${at}`"
            :d="path(line)"
            class="skyline"
            :stroke-width="letter / 4"
          />
          <text
            v-for="one in labels"
            :key="`${one.text} ${one.x}`"
            :x="one.x + letter * 0.2"
            :y="one.y - letter * 0.2"
            :font-size="letter * 0.8"
          >
            {{ one.text }}
          </text>
          <g v-for="one in (view?.targets ?? []).filter((seen) => seen.inside)" :key="one.name">
            <circle :cx="one.x_px" :cy="one.y_px" :r="letter * 0.6" class="target" :stroke-width="letter / 6" />
            <text :x="one.x_px + letter" :y="one.y_px - letter * 0.6" :font-size="letter">{{ one.name }}</text>
          </g>
          <g
            :transform="`translate(${size.width_px / 2} ${size.height_px / 2})`"
            class="cross"
            :class="{ on: leading }"
          >
            <circle :r="letter * 0.9" />
            <path :d="`M${-letter * 2},0H${letter * 2}M0,${-letter * 2}V${letter * 2}`" />
          </g>
        </svg>
      </div>
      <n-button class="lead" size="large" :type="leading ? 'default' : 'primary'" @click="toggle">{{
        leading ? 'End the line' : 'Begin a line'
      }}</n-button>
    </div>
    <div class="beside">
      <trace-ring
        :matter="matter"
        :traced="found?.result.traced ?? []"
        :percent="found?.result.matter_percent ?? 0"
        :bearing="held?.bearing_true_deg ?? null"
        :target="target?.azimuth_deg ?? null"
      />
      <p v-if="held" class="now">
        <b>{{ held.bearing_true_deg == null ? 'no north' : `${held.bearing_true_deg.toFixed(0)}° true` }}</b><b
          >{{ held.height_deg.toFixed(1) }}° up</b
        >
      </p>
    </div>
  </div>
  <template v-if="live && !store.locked">
    <div class="row">
      <choice-box label="What you follow" :value="kind" :options="kinds" @choose="kind = $event as typeof kind" />
      <label
        >How far off ({{ unitSign('m', prefs.system) }})<held-input
          unit="m"
          :value="distance_m"
          placeholder="not known"
          @number="distance_m = $event"
      /></label>
      <n-button v-if="strokes.length && !leading" class="foot" @click="takeBack">Take the last line back</n-button>
    </div>
    <div class="row">
      <n-button v-for="one in landmarks" :key="one.name" size="small" @click="setBy(one.seen.bearing_deg, one.name)"
        >{{ one.name }} is under the cross</n-button
      >
      <label
        >Bearing of what is under the cross, {{ prefs.north === 'magnetic' ? 'by compass' : 'true'
        }}<held-input unit="compass_deg" :value="typed" placeholder="a known bearing" @number="typed = $event"
      /></label>
      <n-button class="foot" size="small" @click="toTyped">Set it by that</n-button>
    </div>
    <handset-zero v-if="!handset.simulated.value" :now="held" />
  </template>
  <template v-if="found?.result.points.length">
    <p class="result">
      <verdict-stone :verdict="verdict" /><span
        >{{ words }}
        <template v-if="verdict !== 'clear'"
          ><b>{{ found.findings[0]!.message }}.</b> {{ found.findings[0]!.clears_by }}</template
        ></span
      >
    </p>
    <div v-if="!store.locked" class="row">
      <n-checkbox v-if="put" :checked="true" disabled>It is in the skyline: see Points</n-checkbox>
      <template v-else>
        <label
          >Camera over ground ({{ unitSign('m', prefs.system) }})<held-input
            unit="m"
            :value="eye_m"
            placeholder="as the terminal"
            @number="eye_m = $event"
        /></label>
        <n-button
          v-if="into && !handset.simulated.value && !scene.length"
          type="primary"
          :disabled="!!leading"
          @click="keep(false)"
          >Put it into “{{ into }}”</n-button
        >
        <n-button :disabled="!!leading" class="foot" @click="keep(true)">Make a skyline of its own</n-button>
      </template>
    </div>
  </template>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(280px, 1fr) 220px;
  gap: 16px;
  align-items: start;
}
.left {
  display: grid;
  gap: 8px;
  scroll-margin-top: 76px;
}
.stage {
  position: relative;
  overflow: hidden;
  border-radius: 6px;
}
.stage video {
  display: block;
  width: 100%;
}
.stage svg {
  display: block;
  width: 100%;
  touch-action: none;
}
.stage svg.over {
  position: absolute;
  inset: 0;
  height: 100%;
}
.stage svg.sky {
  background: linear-gradient(#6f9db8, #d6e4ea);
  cursor: grab;
}
path {
  fill: none;
  stroke: #fff;
  opacity: 0.5;
}
path.scene {
  fill: #3c5650;
  stroke: none;
  opacity: 1;
}
path.horizon {
  opacity: 0.9;
}
path.ring {
  stroke: #ffd28a;
  opacity: 1;
}
path.skyline {
  stroke: #ff8a70;
  opacity: 1;
}
.cross circle,
.cross path {
  fill: none;
  stroke: #fff;
  stroke-width: 3;
  opacity: 1;
  paint-order: stroke;
}
.cross.on circle {
  fill: #ff8a70;
  fill-opacity: 0.45;
}
text {
  fill: #fff;
  paint-order: stroke;
  stroke: #10201f;
  stroke-width: 0.28em;
  stroke-linejoin: round;
  font-weight: 600;
}
.target {
  fill: none;
  stroke: #ffd28a;
}
.beside {
  display: grid;
  justify-items: center;
  gap: 4px;
}
.now {
  display: flex;
  gap: 16px;
  margin: 0;
  font-size: 20px;
}
.lead {
  width: 100%;
  min-height: 64px;
  font-size: 20px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.foot {
  align-self: end;
}
.result {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 0;
}
@media (max-width: 700px) {
  .both {
    grid-template-columns: 1fr;
  }
}
</style>
