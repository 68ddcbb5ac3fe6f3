<script setup lang="ts">
/** The skyline strip as a thing to work on: round the whole circle, points by mouse, touch or keyboard. */
import { IconArrowAutofitWidth, IconZoomIn, IconZoomOut } from '@tabler/icons-vue'
import { useElementSize } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, onBeforeUnmount, ref, useTemplateRef } from 'vue'
import { directionOf, pointOf, type View } from '@/lib/stripView'
import StripAxes from '@/stations/sky/StripAxes.vue'
import StripPoint from '@/stations/sky/StripPoint.vue'
import { type Direction, type Point, useStripPoints } from '@/stations/sky/useStripPoints'
import { useStripView } from '@/stations/sky/useStripView'
import { useWholeWords } from '@/stations/sky/useWholeWords'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ centreDeg: number; satellite: Direction | null; wide: boolean; declination: number }>()
const store = useJob()
const prefs = usePrefs()
const magnetic = computed(() => prefs.north === 'magnetic')
const turnedDeg = computed(() => (magnetic.value ? props.declination : 0))
const round = (angle: number) => ((angle % 360) + 360) % 360
/** What the chosen north calls a true bearing. */
const told = (trueDeg: number) => round(trueDeg - turnedDeg.value).toFixed(1)
const northWord = computed(() => (magnetic.value ? 'compass' : 'true'))
/** Screen pixels left of the sky for the heights. */
const GUTTER = 34
/** And right of it, for the half of the last letter. */
const EDGE = 12
/** Under it for the bearings, and what they are counted from. */
const FOOT = 46
/** So many points can be taken hold of; of more, the view is too full to hit one. */
const MOST_MARKS = 240
const REACH_PX = 14
const host = ref<SVGSVGElement | null>(null)
const { width: hostWidth } = useElementSize(host)
onBeforeUnmount(store.lookAt('skyline-wide'))
const drawing = computed(() => store.drawings.find((one) => one.name === 'skyline-wide') ?? null)
const frame = computed(() => drawing.value?.frame ?? null)
const inner = computed(() => drawing.value?.svg.replace(/^<svg[^>]*>/, '').replace(/<\/svg>$/, '') ?? '')

const hands = useStripPoints()
const { points, chosen, chosenId } = hands
const strip = useStripView({
  frame,
  acrossPx: computed(() => hostWidth.value - GUTTER - EDGE),
  wide: () => props.wide,
  centreDeg: () => props.centreDeg,
  sight: () => chosen.value ?? props.satellite,
  job: () => store.number,
  turnedDeg: () => turnedDeg.value,
})
const { shown, unit, whole, again, bearings, heights } = strip
useWholeWords(useTemplateRef<SVGGElement>('made'), inner, shown)
const at = (point: Direction) =>
  frame.value ? pointOf(frame.value, point.azimuth_deg, point.elevation_deg, shown.value) : { x: 0, y: 0 }
const inView = computed(() =>
  points.value
    .map((point) => ({ point, ...at(point) }))
    .filter(
      (one) => one.x >= shown.value.x - 6 * unit.value && one.x <= shown.value.x + shown.value.width + 6 * unit.value,
    ),
)
const full = computed(() => inView.value.length > MOST_MARKS)
const marks = computed(() =>
  full.value ? inView.value.filter((one) => one.point.id === chosenId.value) : inView.value,
)
const dots = computed(() => (full.value ? inView.value.map((one) => `M${one.x},${one.y}h.01`).join('') : ''))
/** The line through points that are not drawn by the server yet. */
const draft = computed(() =>
  hands.draft.value
    ? inView.value
        .filter(({ point }) => !point.computed && point.photo_id == null)
        .sort((a, b) => a.x - b.x)
        .map((one) => `${one.x},${one.y}`)
        .join(' ')
    : '',
)

function toDrawing(event: { clientX: number; clientY: number }): { x: number; y: number } {
  const matrix = host.value?.getScreenCTM()
  if (!matrix) return { x: 0, y: 0 }
  const found = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return { x: found.x, y: found.y }
}
const directionAt = (event: PointerEvent) => (frame.value ? directionOf(frame.value, toDrawing(event)) : null)
/** Of points that are too many to be marks, the one under the finger. */
function nearest(event: PointerEvent): Point | null {
  const here = toDrawing(event)
  const apart = (one: { x: number; y: number }) => Math.hypot(one.x - here.x, one.y - here.y)
  const best = inView.value.reduce<(typeof inView.value)[number] | null>(
    (found, one) => (found && apart(found) <= apart(one) ? found : one),
    null,
  )
  return best && apart(best) < REACH_PX * unit.value ? best.point : null
}

let taken: { x: number; y: number; view: View; moved: boolean; id: string } | null = null
const fingers = new Map<number, { x: number; y: number }>()
let pinch: { apart: number; view: View; at: { x: number; y: number } } | null = null
function down(event: PointerEvent, point: Point | null = full.value ? nearest(event) : null): void {
  fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
  host.value?.setPointerCapture(event.pointerId)
  if (fingers.size === 2) {
    const [a, b] = [...fingers.values()]
    const middle = { clientX: (a!.x + b!.x) / 2, clientY: (a!.y + b!.y) / 2 }
    pinch = { apart: Math.hypot(a!.x - b!.x, a!.y - b!.y), view: { ...shown.value }, at: toDrawing(middle) }
    if (taken?.id) hands.hold(false)
    taken = null
    return
  }
  if (point) chosenId.value = point.id ?? ''
  const id = store.locked ? '' : (point?.id ?? '')
  taken = { x: event.clientX, y: event.clientY, view: { ...shown.value }, moved: point !== null && !id, id }
  if (id) hands.hold(true)
}
function move(event: PointerEvent): void {
  if (fingers.has(event.pointerId)) fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
  if (pinch && fingers.size === 2) {
    const [a, b] = [...fingers.values()]
    strip.zoomAt(Math.hypot(a!.x - b!.x, a!.y - b!.y) / pinch.apart, pinch.at, pinch.view)
    return
  }
  if (!taken) return
  const [dx, dy] = [event.clientX - taken.x, event.clientY - taken.y]
  if (!taken.moved && Math.hypot(dx, dy) < 4) return
  taken.moved = true
  if (taken.id) {
    const found = directionAt(event)
    if (found) hands.show(taken.id, found)
  } else strip.put({ ...taken.view, x: taken.view.x - dx * unit.value, y: taken.view.y - dy * unit.value })
}
function up(event: PointerEvent): void {
  fingers.delete(event.pointerId)
  if (pinch) {
    if (!fingers.size) pinch = null
    return
  }
  const was = taken
  taken = null
  if (!was) return
  if (was.id) hands.hold(false)
  else if (!was.moved && !store.locked) {
    const found = directionAt(event)
    if (found) hands.add(found)
  }
}
function letGo(event: PointerEvent): void {
  fingers.delete(event.pointerId)
  if (taken?.id) hands.hold(false)
  taken = pinch = null
}
function wheel(event: WheelEvent): void {
  if (!event.ctrlKey && !event.shiftKey) return // a plain wheel scrolls the page
  event.preventDefault()
  strip.zoomAt((event.deltaY || event.deltaX) < 0 ? 1.25 : 0.8, toDrawing(event))
}
/** A point that the Tab key reached is brought into view. */
function reach(point: Point): void {
  chosenId.value = point.id ?? ''
  strip.reach(point.azimuth_deg, point.elevation_deg)
}
function keyOnPoint(event: KeyboardEvent, point: Point): void {
  if (!hands.key(event, point.id ?? '')) return
  event.preventDefault()
  event.stopPropagation()
  if (event.key === 'Delete' || event.key === 'Backspace' || event.key === 'Escape') host.value?.focus()
}
const open = ref(false)
/** The foot of the sky, or of what is shown of it. */
const footY = computed(() => {
  const f = frame.value
  return f ? Math.min(f.top_px + f.height_px, shown.value.y + shown.value.height) : 0
})
const said = computed(() => {
  const one = chosen.value
  if (one) return `${told(one.azimuth_deg)}° ${northWord.value}, ${one.elevation_deg.toFixed(1)}° up`
  if (full.value) return `${inView.value.length} points; zoom in to see each`
  return store.locked ? '' : 'Press to set a point, drag a point to move it, drag the sky to turn'
})
</script>

<template>
  <div v-if="!drawing && !store.answered.has('skyline-wide')" class="tools-place" aria-hidden="true">
    <div :class="['sized', { wide }]" />
  </div>
  <figure v-if="drawing && frame" data-drawing="skyline-wide">
    <div class="tools">
      <n-button size="small" aria-label="Zoom in" @click="strip.zoom(1.5)"
        ><template #icon><icon-zoom-in /></template>In</n-button
      >
      <n-button size="small" aria-label="Zoom out" @click="strip.zoom(1 / 1.5)"
        ><template #icon><icon-zoom-out /></template>Out</n-button
      >
      <n-button size="small" @click="strip.view.value = null"
        ><template #icon><icon-arrow-autofit-width /></template>As at first</n-button
      >
      <n-button size="small" @click="strip.put({ ...whole })">Whole circle</n-button>
      <span class="quiet small" aria-live="polite">{{ said }}</span>
    </div>
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys do all that the pointer does -->
    <svg
      ref="host"
      :class="['editor', 'sized', { wide }]"
      :style="{ '--unit': unit }"
      :viewBox="`${shown.x - GUTTER * unit} ${shown.y} ${shown.width + (GUTTER + EDGE) * unit} ${shown.height + FOOT * unit}`"
      preserveAspectRatio="xMidYMin meet"
      tabindex="0"
      role="group"
      aria-label="Skyline strip: plus and minus zoom, arrows turn it, Tab goes to the points"
      @pointerdown="down($event)"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="letGo"
      @wheel="wheel"
      @keydown="strip.key"
    >
      <g id="strip-made" ref="made" class="made" v-html="inner" />
      <use v-if="again" href="#strip-made" :x="whole.width" class="made" />
      <strip-axes
        :shown="shown"
        :unit="unit"
        :gutter="GUTTER"
        :edge="EDGE"
        :foot-y="footY"
        :bearings="bearings"
        :heights="heights"
        :compass="magnetic"
      />
      <clipPath id="strip-shown">
        <rect :x="shown.x - 6 * unit" :y="shown.y" :width="shown.width + 12 * unit" :height="shown.height + 6 * unit" />
      </clipPath>
      <g clip-path="url(#strip-shown)">
        <polyline
          v-if="draft"
          :points="draft"
          fill="none"
          stroke="var(--rust)"
          :stroke-width="1.5 * unit"
          :stroke-dasharray="`${4 * unit} ${3 * unit}`"
        />
        <path v-if="dots" :d="dots" stroke="var(--ink)" stroke-linecap="round" :stroke-width="4 * unit" />
        <g
          v-for="one in marks"
          :key="one.point.id"
          class="mark"
          tabindex="0"
          role="button"
          :aria-label="`Point ${told(one.point.azimuth_deg)}° ${northWord}, ${one.point.elevation_deg.toFixed(1)}° ${one.point.kind}`"
          :aria-pressed="chosenId === one.point.id"
          @pointerdown.stop="down($event, one.point)"
          @focus="reach(one.point)"
          @keydown="keyOnPoint($event, one.point)"
        >
          <circle :cx="one.x" :cy="one.y" :r="REACH_PX * unit" fill="transparent" />
          <rect
            :x="one.x - 4.5 * unit"
            :y="one.y - 4.5 * unit"
            :width="9 * unit"
            :height="9 * unit"
            :fill="chosenId === one.point.id ? 'var(--stream)' : 'var(--sheet)'"
            stroke="var(--ink)"
            :stroke-width="1.5 * unit"
          />
        </g>
      </g>
    </svg>
    <strip-point
      v-if="!store.locked"
      :point="chosen"
      :next="hands.next.value"
      :turned-deg="turnedDeg"
      :north-word="northWord"
      :shut="store.locked"
      @change="chosen?.id && hands.change(chosen.id, $event)"
      @next="hands.next.value = { ...hands.next.value, ...$event }"
      @drop="chosen?.id && hands.drop(chosen.id)"
    />
    <details @toggle="open = ($event.target as HTMLDetailsElement).open">
      <summary>{{ drawing.title }} in words</summary>
      <table v-if="open" class="grid-table">
        <tbody>
          <tr v-for="(row, index) in drawing.rows" :key="index">
            <th scope="row">{{ row.what }}</th>
            <td>{{ row.value }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding-bottom: 8px;
}
.tools-place {
  padding: 44px 0 92px; /* the buttons over it, the point and the words under it */
}
.sized {
  width: 100%;
  aspect-ratio: 996 / 418; /* whatever is shown of the sky: nothing below moves while one zooms */
  max-height: 420px;
}
@media (max-width: 699px) {
  .sized {
    aspect-ratio: 375 / 190; /* half the circle at the full width */
  }
  .sized.wide {
    aspect-ratio: 375 / 218; /* and up to the zenith, of which a panel needs all */
  }
}
@media (min-width: 700px) {
  .sized.wide {
    aspect-ratio: 996 / 286;
  }
}
.editor {
  display: block;
  cursor: crosshair;
  touch-action: none;
  border: 1px solid var(--rule);
  border-radius: 6px;
  background: var(--sheet);
}
.made {
  pointer-events: none;
}
.made :deep(text) {
  font-size: calc(var(--unit) * 16.5px);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: calc(var(--unit) * 4px);
  stroke-linejoin: round;
}
.made :deep(.grid) {
  display: none;
}
.made :deep(.traffic) {
  stroke-width: calc(var(--unit) * 2.6px);
}
.made :deep(.lost) {
  stroke-width: calc(var(--unit) * 1.4px);
}
.made :deep(title) {
  display: none;
}
.mark {
  cursor: grab;
  outline: none;
}
.mark:focus-visible circle {
  stroke: var(--stream);
  stroke-width: 2;
}
details {
  margin-top: 4px;
  font-size: 13px;
  color: var(--quiet);
}
summary {
  cursor: pointer;
  width: fit-content;
  padding: 4px 0;
}
</style>
