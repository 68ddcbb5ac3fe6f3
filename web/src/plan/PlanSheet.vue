<script setup lang="ts">
/** The site from above, north up, to scale: things are put down, moved with finger, mouse or keys, and looked at. */
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { formatQuantity } from '@/lib/quantity'
import { calledOf, framed, type Kind, kindOf, named, roundLength, type Snap, type View } from '@/plan/plan'
import PlanShape from '@/plan/PlanShape.vue'
import PlanTiles from '@/plan/PlanTiles.vue'
import { useHands } from '@/plan/useHands'
import { usePlanHere } from '@/plan/usePlan'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ putting: Kind | null }>()
const chosen = defineModel<string>('chosen', { required: true })
const corner = defineModel<number>('corner', { required: true })
const emit = defineEmits<{ put: [id: string]; done: [] }>()
const plan = usePlanHere()
const store = useJob()
const prefs = usePrefs()
const host = ref<SVGSVGElement | null>(null)
const { width: hostWidth, height: hostHeight } = useElementSize(host)
const aspect = computed(() => (hostWidth.value && hostHeight.value ? hostWidth.value / hostHeight.value : 1.8))
const view = ref<View | null>(null)
const spotAts = computed(() => plan.spots.value.map((one) => ({ east: one.east_m, north: one.north_m })))
const first = computed(() => framed(plan.things.value, spotAts.value, aspect.value))
/** While something is moved the sheet stays where it is. */
const held = ref<View | null>(null)
const shown = computed<View>(() => {
  const now = view.value ?? held.value ?? first.value
  return { ...now, height: now.width / aspect.value }
})
const unit = computed(() => shown.value.width / Math.max(hostWidth.value, 200))
const box = computed(() => `${shown.value.west} ${-shown.value.north} ${shown.value.width} ${shown.value.height}`)
const azimuth = computed(() => store.job?.assessment.sky?.satellite.azimuth_deg ?? null)
const zones = computed(() =>
  (plan.looked.value?.plan?.positions ?? []).map((one) => ({
    letter: one.letter,
    points: one.zone.map(([east, north]) => `${east},${-north!}`).join(' '),
  })),
)

const picture = computed(() => store.job?.assessment.sky_more?.picture ?? null)
/** Right and down of the picture as east and north of the sheet. */
const laid = computed(() => {
  const one = picture.value
  if (!one) return ''
  const turn = [one.east_of_x_m, -one.north_of_x_m, one.east_of_y_m, -one.north_of_y_m, one.east_m, -one.north_m]
  return `matrix(${turn.join(' ')})`
})

const hands = useHands({
  host,
  shown,
  unit,
  view,
  held,
  chosen,
  corner,
  putting: () => props.putting,
  put: (id) => emit('put', id),
  done: () => emit('done'),
})
const { path, pointer, snap, down, takeThing, takeSpot, move, up, letGo, wheel, zoom, finish } = hands
const { keyOnSheet, keyOnThing, keyOnSpot } = hands

/** Trees and houses over ways, what is chosen over all. */
const ORDER = { people: 0, stands: 1, work: 2 }
const inOrder = computed(() =>
  [...plan.things.value].sort(
    (a, b) =>
      Number(a.id === chosen.value) - Number(b.id === chosen.value) || ORDER[kindOf(a).group] - ORDER[kindOf(b).group],
  ),
)
const names = computed(() => named(inOrder.value, spotAts.value, unit.value, prefs.system, chosen.value))
const chosenThing = computed(() => plan.things.value.find((one) => one.id === chosen.value) ?? null)
const scale = computed(() => {
  const length = roundLength(shown.value.width)
  return { length, text: formatQuantity(length, 'm', prefs.system) }
})
const beam = computed(() => {
  if (azimuth.value === null) return null
  const turn = (azimuth.value * Math.PI) / 180
  const length = 0.6 * shown.value.width
  return { x: length * Math.sin(turn), y: -length * Math.cos(turn) }
})
/** The hand that turns the line along which the side view cuts the site, about the position that is looked from. */
const CUT_PX = 92
const BESIDE = 0.14 // of that way: where its line leaves the letter
const SAME_WAY_DEG = 2
const cutFrom = computed(() => plan.spots.value.find((one) => one.letter === plan.letter.value) ?? null)
const cutEnd = computed(() => {
  if (plan.cut.value === null || !cutFrom.value) return null
  const turn = (plan.cut.value * Math.PI) / 180
  const reach = CUT_PX * unit.value
  return { x: cutFrom.value.east_m + reach * Math.sin(turn), y: -cutFrom.value.north_m - reach * Math.cos(turn) }
})
const handle = computed(() => {
  const [{ east_m, north_m }, { x, y }] = [cutFrom.value!, cutEnd.value!]
  return `${east_m + (x - east_m) * BESIDE},${(y + north_m) * BESIDE - north_m} ${x},${y}`
})
let turning = false
function turnTo(bearing: number): void {
  const folded = ((Math.round(bearing) % 360) + 360) % 360
  const off = plan.ahead.value === null ? 180 : Math.abs(((folded - plan.ahead.value + 540) % 360) - 180)
  plan.bearing.value = off <= SAME_WAY_DEG ? null : folded
}
function takeCut(event: PointerEvent): void {
  turning = true
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function turnCut(event: PointerEvent): void {
  const rect = host.value?.getBoundingClientRect()
  if (!turning || !rect || !cutFrom.value) return
  const east = shown.value.west + ((event.clientX - rect.left) / rect.width) * shown.value.width - cutFrom.value.east_m
  const north =
    shown.value.north - ((event.clientY - rect.top) / rect.height) * shown.value.height - cutFrom.value.north_m
  turnTo((Math.atan2(east, north) * 180) / Math.PI)
}
function keyOnCut(event: KeyboardEvent): void {
  const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key]
  if (event.key === 'Escape') plan.bearing.value = null
  else if (step && plan.cut.value !== null) {
    const wide = event.shiftKey ? 15 : 3
    const now = Math.round(plan.cut.value)
    turnTo(now + step * wide)
  } else return
  event.preventDefault()
  event.stopPropagation()
}
const SNAPS: Record<Snap, string> = { corner: 'on a corner', wall: 'on a wall', square: 'at a right angle', '': '' }
defineExpose({
  zoom,
  whole: () => (view.value = held.value = null),
  finish,
  focus: () => host.value?.focus(),
  snapWord: computed(() => SNAPS[snap.value]),
  path,
})
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys do all that the pointer does -->
  <svg
    ref="host"
    :class="['sheet', { putting: putting || plan.asked.value }]"
    :viewBox="box"
    tabindex="0"
    role="group"
    aria-label="Site plan: plus and minus zoom, arrows pan, Tab goes to the things on it"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="letGo"
    @dblclick="finish"
    @wheel="wheel"
    @keydown="keyOnSheet"
  >
    <plan-tiles :shown="shown" :across-px="hostWidth" />
    <image
      v-if="picture"
      class="still picture"
      :href="`/api/jobs/${store.number}/documents/${picture.document_id}`"
      :width="picture.width_px"
      :height="picture.height_px"
      preserveAspectRatio="none"
      :transform="laid"
    />
    <g
      v-for="thing in inOrder"
      :key="thing.id"
      class="thing"
      tabindex="0"
      role="button"
      :aria-label="`${calledOf(thing)}; arrows move it, Delete takes it out`"
      :aria-pressed="chosen === thing.id"
      :data-thing="thing.kind"
      @pointerdown.stop="takeThing($event, thing)"
      @keydown="keyOnThing($event, thing)"
    >
      <plan-shape :thing="thing" :unit="unit" :chosen="chosen === thing.id" :label="names[thing.id ?? '']" />
    </g>
    <g aria-hidden="true" class="still">
      <polygon v-for="one in zones" :key="one.letter" :points="one.points" class="zone" />
    </g>
    <g
      v-for="spot in plan.spots.value"
      :key="spot.letter"
      class="thing spot"
      tabindex="0"
      role="button"
      :aria-label="spot.letter ? `Position ${spot.letter}; arrows move it` : 'The job’s place'"
      :aria-pressed="plan.letter.value === spot.letter"
      :transform="`translate(${spot.east_m} ${-spot.north_m})`"
      @pointerdown.stop="takeSpot($event, spot)"
      @keydown="keyOnSpot($event, spot)"
    >
      <line
        v-if="beam"
        x1="0"
        y1="0"
        :x2="beam.x"
        :y2="beam.y"
        :class="['sight', { now: plan.letter.value === spot.letter }]"
      />
      <circle :r="18 * unit" class="touch" />
      <circle :r="(spot.letter ? 11 : 6) * unit" :class="['letter', { now: plan.letter.value === spot.letter }]" />
      <text v-if="spot.letter" :y="5 * unit" :font-size="14 * unit" text-anchor="middle">{{ spot.letter }}</text>
    </g>
    <line
      v-if="cutEnd && cutFrom && plan.bearing.value !== null"
      :x1="cutFrom.east_m"
      :y1="-cutFrom.north_m"
      :x2="cutFrom.east_m + (cutEnd.x - cutFrom.east_m) * 12"
      :y2="-cutFrom.north_m + (cutEnd.y + cutFrom.north_m) * 12"
      class="still other"
      aria-hidden="true"
    />
    <g
      v-if="cutEnd && cutFrom && !putting && !plan.asked.value"
      class="cut"
      tabindex="0"
      role="slider"
      aria-label="Where the side view cuts"
      aria-valuemin="0"
      aria-valuemax="359"
      :aria-valuenow="Math.round(plan.cut.value ?? 0)"
      :aria-valuetext="
        plan.bearing.value === null ? 'where the terminal looks' : `${Math.round(plan.bearing.value)}° true`
      "
      @pointerdown.stop="takeCut"
      @pointermove.stop="turnCut"
      @pointerup.stop="turning = false"
      @pointercancel.stop="turning = false"
      @keydown="keyOnCut"
    >
      <title>Turn the side view</title>
      <polyline :points="handle" class="other" />
      <circle :cx="cutEnd.x" :cy="cutEnd.y" :r="18 * unit" class="touch" />
      <circle :cx="cutEnd.x" :cy="cutEnd.y" :r="7 * unit" class="turn" />
    </g>
    <g v-if="chosenThing && !store.locked" class="corners">
      <circle
        v-for="(one, index) in chosenThing.corners"
        :key="one.id"
        :cx="one.east_m"
        :cy="-one.north_m"
        :r="7 * unit"
        :class="{ now: corner === index }"
        tabindex="0"
        role="button"
        :aria-label="`Corner ${index + 1}; arrows move it`"
        @pointerdown.stop="takeThing($event, chosenThing, index)"
        @focus="corner = index"
        @keydown="keyOnThing($event, chosenThing, index)"
      />
    </g>
    <g v-if="putting" class="still draft">
      <polyline
        v-if="path.length"
        :points="[...path, ...(pointer ? [pointer] : [])].map((one) => `${one.east},${-one.north}`).join(' ')"
      />
      <circle v-for="(one, at) in path" :key="at" :cx="one.east" :cy="-one.north" :r="5 * unit" />
      <circle v-if="pointer" :cx="pointer.east" :cy="-pointer.north" :r="(snap ? 8 : 4) * unit" class="pointer" />
    </g>
    <g
      class="still furniture"
      aria-hidden="true"
      :transform="`translate(${shown.west} ${-shown.north}) scale(${unit})`"
    >
      <path :d="`M16 ${hostHeight - 24}v8h${scale.length / unit}v-8`" />
      <text x="20" :y="hostHeight - 26" font-size="13" stroke-width="3.5">{{ scale.text }}</text>
      <path :d="`M${hostWidth - 24} 44V18m-6 9l6-9 6 9`" />
      <text :x="hostWidth - 24" y="60" font-size="14" text-anchor="middle" stroke-width="3.5">N</text>
    </g>
  </svg>
</template>

<style scoped>
.sheet {
  display: block;
  width: 100%;
  height: 440px;
  background: var(--paper);
  border: 1px solid var(--rule);
  border-radius: 6px;
  touch-action: none;
  cursor: grab;
}
@media (max-width: 700px) {
  .sheet {
    height: 360px;
  }
}
.putting {
  cursor: crosshair;
}
.still,
.still * {
  pointer-events: none;
}
.thing {
  cursor: grab;
  outline: none;
}
.thing:focus-visible {
  outline: 2px solid var(--stream);
  outline-offset: 2px;
}
.picture {
  opacity: 0.6;
}
.zone {
  fill: var(--rust-tint);
  fill-opacity: 0.8;
  stroke: var(--rust);
  stroke-width: 1.2px;
  vector-effect: non-scaling-stroke;
}
.sight {
  stroke: var(--stream);
  stroke-width: 1px;
  stroke-dasharray: 2 5;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
.sight.now {
  stroke-width: 2px;
  stroke-dasharray: none;
}
.touch {
  fill: transparent;
}
.letter {
  fill: var(--sheet);
  stroke: var(--stream);
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.letter.now {
  fill: var(--stream-tint);
  stroke-width: 3.5px;
}
text {
  fill: var(--ink);
  font-weight: 700;
  pointer-events: none;
  paint-order: stroke;
  stroke: var(--paper);
}
.spot text {
  stroke: none;
}
.corners circle {
  fill: var(--sheet);
  stroke: var(--stream);
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
  cursor: move;
}
.corners .now {
  fill: var(--stream);
}
.cut {
  cursor: grab;
  outline: none;
}
.other {
  stroke: var(--ochre);
  stroke-width: 2px;
  stroke-dasharray: 8 5;
  vector-effect: non-scaling-stroke;
}
.turn {
  fill: var(--sheet);
  stroke: var(--ochre);
  stroke-width: 3px;
  vector-effect: non-scaling-stroke;
}
.cut:focus-visible .touch {
  stroke: var(--stream);
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.draft polyline {
  fill: none;
  stroke: var(--stream);
  stroke-width: 2px;
  stroke-dasharray: 5 4;
  vector-effect: non-scaling-stroke;
}
.draft circle {
  fill: var(--stream);
}
.draft .pointer {
  fill: none;
  stroke: var(--stream);
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.furniture path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5px;
}
</style>
