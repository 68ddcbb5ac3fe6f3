<script setup lang="ts">
/** The skyline strip as a thing to work on: pan and zoom, points by mouse, touch or keyboard. */
import { IconArrowAutofitWidth, IconZoomIn, IconZoomOut } from '@tabler/icons-vue'
import { useDebounceFn, useElementSize } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { directionOf, kept, pointOf, ticks, type View, zoomed } from '@/lib/stripView'
import { rowId, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

type Point = Schemas['SkylinePoint']
const props = defineProps<{ centreDeg: number; wide: boolean; declination: number }>()
const store = useJob()
const prefs = usePrefs()
const magnetic = computed(() => prefs.north === 'magnetic')
/** What the chosen north calls a true bearing. */
const told = (trueDeg: number) => (((trueDeg - (magnetic.value ? props.declination : 0)) % 360) + 360) % 360
const northWord = computed(() => (magnetic.value ? 'compass' : 'true'))
/** Screen pixels left of the sky for the heights. */
const GUTTER = 34
/** And right of it, for the half of the last letter. */
const EDGE = 12
/** What lies beside the part that is shown is covered as far as a screen can reach. */
const BEYOND = 4000
const host = ref<SVGSVGElement | null>(null)
const { width: hostWidth } = useElementSize(host)
onBeforeUnmount(store.lookAt('skyline-wide'))
const drawing = computed(() => store.drawings.find((one) => one.name === 'skyline-wide') ?? null)
const frame = computed(() => drawing.value?.frame ?? null)
const inner = computed(() => drawing.value?.svg.replace(/^<svg[^>]*>/, '').replace(/<\/svg>$/, '') ?? '')
const whole = computed<View>(() => {
  const f = frame.value
  return f
    ? { x: f.left_px - 4, y: f.top_px - 4, width: f.width_px + 8, height: f.height_px + 8 }
    : { x: 0, y: 0, width: 100, height: 50 }
})
const view = ref<View | null>(null)
const shown = computed(() => view.value ?? start())
/** Drawing units per screen pixel: marks and letters keep their size while the sky is zoomed. */
const unit = computed(() => shown.value.width / Math.max(hostWidth.value - GUTTER - EDGE, 200))
function start(): View {
  const all = whole.value
  if (props.wide && hostWidth.value >= 560) return { ...all }
  const f = frame.value
  const middle = f ? pointOf(f, props.centreDeg, 0).x : all.x + all.width / 2
  const width = all.width / 2
  return kept({ x: middle - width / 2, y: all.y, width, height: all.height }, all)
}
watch([() => frame.value?.left_azimuth_deg, () => frame.value?.top_elevation_deg], () => {
  view.value = null
})

const points = computed<Point[]>(() => store.skyline?.points ?? [])
const selected = ref<number | null>(null)
const moving = ref<{ index: number; point: Point } | null>(null)
const at = (point: Point) =>
  frame.value ? pointOf(frame.value, point.azimuth_deg, point.elevation_deg) : { x: 0, y: 0 }
const marks = computed(() =>
  points.value.map((point, index) => ({ index, point: moving.value?.index === index ? moving.value.point : point })),
)
const dragged = computed(() =>
  moving.value
    ? marks.value
        .map((one) => at(one.point))
        .sort((a, b) => a.x - b.x)
        .map((one) => `${one.x},${one.y}`)
        .join(' ')
    : '',
)

function toDrawing(event: MouseEvent): { x: number; y: number } {
  const matrix = host.value?.getScreenCTM()
  if (!matrix) return { x: 0, y: 0 }
  const found = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return { x: found.x, y: found.y }
}
const save = (next: Point[]) => store.replaceList('skyline', next)
const without = (index: number) => save(points.value.filter((_, other) => other !== index))
/** A point that the Tab key reached is brought into view. */
function reach(index: number): void {
  selected.value = index
  const { x } = at(points.value[index]!)
  if (x < shown.value.x || x > shown.value.x + shown.value.width)
    view.value = kept({ ...shown.value, x: x - shown.value.width / 2 }, whole.value)
}
function put(index: number, point: Point): Promise<boolean> {
  return save(points.value.map((one, other) => (other === index ? point : one)))
}

let pan: { x: number; y: number; view: View; moved: boolean } | null = null
function down(event: PointerEvent, index?: number): void {
  if (index !== undefined) {
    selected.value = index
    if (!store.locked) moving.value = { index, point: points.value[index]! }
  } else pan = { x: event.clientX, y: event.clientY, view: { ...shown.value }, moved: false }
  host.value?.setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (moving.value && frame.value) {
    const found = directionOf(frame.value, toDrawing(event))
    if (found) moving.value = { index: moving.value.index, point: { ...points.value[moving.value.index]!, ...found } }
    return
  }
  if (!pan) return
  const dx = event.clientX - pan.x
  const dy = event.clientY - pan.y
  if (Math.hypot(dx, dy) < 4 && !pan.moved) return
  pan.moved = true
  view.value = kept({ ...pan.view, x: pan.view.x - dx * unit.value, y: pan.view.y - dy * unit.value }, whole.value)
}
function up(event: PointerEvent): void {
  const moved = moving.value
  moving.value = null
  if (moved) {
    const was = points.value[moved.index]
    if (was && (was.azimuth_deg !== moved.point.azimuth_deg || was.elevation_deg !== moved.point.elevation_deg))
      void put(moved.index, moved.point)
  } else if (pan && !pan.moved && frame.value && !store.locked) {
    const found = directionOf(frame.value, toDrawing(event))
    if (found)
      void store.addPoints([
        { id: rowId(), ...found, kind: 'terrain', distance_m: null, leafless_share: 1, computed: false },
      ])
  }
  pan = null
}
function letGo(): void {
  pan = null
  moving.value = null
}
function wheel(event: WheelEvent): void {
  if (!event.ctrlKey && !event.shiftKey) return // a plain wheel scrolls the page
  event.preventDefault()
  const turn = event.deltaY || event.deltaX
  view.value = zoomed(shown.value, turn < 0 ? 1.25 : 0.8, toDrawing(event), whole.value)
}
function zoom(factor: number): void {
  const now = shown.value
  view.value = zoomed(now, factor, { x: now.x + now.width / 2, y: now.y + now.height }, whole.value)
}
const slide = (share: number) => {
  const now = shown.value
  view.value = kept({ ...now, x: now.x + share * now.width }, whole.value)
}
function keyOnStrip(event: KeyboardEvent): void {
  const act = {
    '+': () => zoom(1.4),
    '=': () => zoom(1.4),
    '-': () => zoom(1 / 1.4),
    ArrowLeft: () => slide(-0.15),
    ArrowRight: () => slide(0.15),
    Home: () => {
      view.value = null
    },
  }[event.key]
  if (act) {
    event.preventDefault()
    act()
  }
}
function keyOnPoint(event: KeyboardEvent, index: number): void {
  const point = moving.value?.index === index ? moving.value.point : points.value[index]
  if (!point || store.locked) return
  const step = event.shiftKey ? 5 : 0.5
  const tenth = (value: number) => Math.round(value * 10) / 10
  const moves: Record<string, Partial<Point>> = {
    ArrowLeft: { azimuth_deg: (tenth(point.azimuth_deg - step) + 360) % 360 },
    ArrowRight: { azimuth_deg: tenth(point.azimuth_deg + step) % 360 },
    ArrowUp: { elevation_deg: Math.min(90, tenth(point.elevation_deg + step)) },
    ArrowDown: { elevation_deg: Math.max(-20, tenth(point.elevation_deg - step)) },
  }
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    event.stopPropagation()
    void without(index)
    return
  }
  const change = moves[event.key]
  if (change) {
    event.preventDefault()
    event.stopPropagation()
    moving.value = { index, point: { ...point, ...change } }
    void keysDone()
  }
}
/** Presses that follow each other are one change, and one step of the way back. */
const keysDone = useDebounceFn(settleKeys, 400)
async function settleKeys(): Promise<void> {
  const moved = moving.value
  if (!moved || pan || !points.value[moved.index]) return
  await put(moved.index, moved.point)
  if (moving.value === moved) moving.value = null
}
store.flushers.add(settleKeys)
onBeforeUnmount(() => {
  void settleKeys()
  store.flushers.delete(settleKeys)
})
const NAMES: Record<number, string> = { 0: 'N', 45: 'NE', 90: 'E', 135: 'SE', 180: 'S', 225: 'SW', 270: 'W', 315: 'NW' }
const bearings = computed(() => {
  const f = frame.value
  if (!f) return []
  const turned = magnetic.value ? props.declination : 0
  const from = f.left_azimuth_deg + (shown.value.x - f.left_px) / f.px_per_deg - turned
  const span = shown.value.width / f.px_per_deg
  return ticks(from, from + span, Math.min(9, shown.value.width / unit.value / 44)).map((one) => ({
    x: f.left_px + (one + turned - f.left_azimuth_deg) * f.px_per_deg,
    text: NAMES[((one % 360) + 360) % 360] ?? `${((one % 360) + 360) % 360}°`,
  }))
})
const heights = computed(() => {
  const f = frame.value
  if (!f) return []
  const top = f.top_elevation_deg - (shown.value.y - f.top_px) / f.px_per_deg
  return ticks(
    Math.max(0, top - shown.value.height / f.px_per_deg),
    top - (10 * unit.value) / f.px_per_deg,
    Math.min(9, shown.value.height / unit.value / 18),
  ).map((one) => ({ y: f.top_px + (f.top_elevation_deg - one) * f.px_per_deg, text: `${one}°` }))
})
const chosen = computed(() => (selected.value === null ? null : (points.value[selected.value] ?? null)))
</script>

<template>
  <div v-if="!drawing && !store.answered.has('skyline-wide')" class="tools-place" aria-hidden="true">
    <div :class="['sized', { wide }]" />
  </div>
  <figure v-if="drawing && frame" data-drawing="skyline-wide">
    <div class="tools">
      <n-button size="small" aria-label="Zoom in" @click="zoom(1.5)"
        ><template #icon><icon-zoom-in /></template>In</n-button
      >
      <n-button size="small" aria-label="Zoom out" @click="zoom(1 / 1.5)"
        ><template #icon><icon-zoom-out /></template>Out</n-button
      >
      <n-button size="small" @click="view = null"
        ><template #icon><icon-arrow-autofit-width /></template>As at first</n-button
      >
      <n-button size="small" @click="view = { ...whole }">Whole circle</n-button>
      <span class="quiet small" aria-live="polite"
        ><template v-if="moving"
          >{{ told(moving.point.azimuth_deg).toFixed(1) }}° {{ northWord }},
          {{ moving.point.elevation_deg.toFixed(1) }}° up</template
        ><template v-else-if="chosen"
          >{{ told(chosen.azimuth_deg).toFixed(1) }}° {{ northWord }}, {{ chosen.elevation_deg.toFixed(1) }}°
          {{ chosen.kind }}; arrows move it, Delete takes it out</template
        ><template v-else-if="!store.locked"
          >Click to set a point, drag a point to move it, drag the sky to pan</template
        ></span
      >
    </div>
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys do all that the pointer does -->
    <svg
      ref="host"
      :class="['editor', 'sized', { wide }]"
      :style="{ '--unit': unit }"
      :viewBox="`${shown.x - GUTTER * unit} ${shown.y} ${shown.width + (GUTTER + EDGE) * unit} ${shown.height + 30 * unit}`"
      preserveAspectRatio="xMidYMin meet"
      tabindex="0"
      role="group"
      aria-label="Skyline strip: plus and minus zoom, arrows pan, Tab goes to the points"
      @pointerdown="down($event)"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="letGo"
      @wheel="wheel"
      @keydown="keyOnStrip"
    >
      <g class="made" v-html="inner" />
      <g class="axes" aria-hidden="true">
        <line
          v-for="one in heights"
          :key="`l${one.y}`"
          :x1="shown.x"
          :x2="shown.x + shown.width"
          :y1="one.y"
          :y2="one.y"
          stroke="var(--rule)"
          stroke-opacity="0.7"
          :stroke-width="unit"
        />
      </g>
      <rect
        :x="shown.x - GUTTER * unit - BEYOND"
        :y="shown.y"
        :width="GUTTER * unit + BEYOND"
        :height="shown.height + BEYOND"
        fill="var(--sheet)"
      />
      <rect
        :x="shown.x + shown.width"
        :y="shown.y"
        :width="EDGE * unit + BEYOND"
        :height="shown.height + BEYOND"
        fill="var(--sheet)"
      />
      <rect
        :x="shown.x"
        :y="frame.top_px + frame.height_px + 1.5 * unit"
        :width="shown.width"
        :height="BEYOND"
        fill="var(--sheet)"
      />
      <g class="axes" aria-hidden="true">
        <template v-for="one in bearings" :key="`b${one.x}`">
          <line
            :x1="one.x"
            :x2="one.x"
            :y1="frame.top_px + frame.height_px"
            :y2="frame.top_px + frame.height_px + 6 * unit"
            stroke="var(--quiet)"
            :stroke-width="unit"
          />
          <text
            :x="one.x"
            :y="frame.top_px + frame.height_px + 22 * unit"
            :font-size="14 * unit"
            text-anchor="middle"
            fill="var(--ink)"
          >
            {{ one.text }}
          </text>
        </template>
        <text
          v-for="one in heights"
          :key="`h${one.y}`"
          :x="shown.x - 6 * unit"
          :y="one.y + 5 * unit"
          :font-size="13 * unit"
          text-anchor="end"
          fill="var(--quiet)"
        >
          {{ one.text }}
        </text>
      </g>
      <polyline
        v-if="dragged"
        :points="dragged"
        fill="none"
        stroke="var(--rust)"
        :stroke-width="1.5 * unit"
        :stroke-dasharray="`${4 * unit} ${3 * unit}`"
      />
      <clipPath id="strip-shown">
        <rect :x="shown.x - 6 * unit" :y="shown.y" :width="shown.width + 12 * unit" :height="shown.height + 6 * unit" />
      </clipPath>
      <g clip-path="url(#strip-shown)">
        <g
          v-for="one in marks"
          :key="one.index"
          class="mark"
          tabindex="0"
          role="button"
          :aria-label="`Point ${told(one.point.azimuth_deg).toFixed(1)}° ${northWord}, ${one.point.elevation_deg.toFixed(1)}° ${one.point.kind}`"
          :aria-pressed="selected === one.index"
          @pointerdown.stop="down($event, one.index)"
          @focus="reach(one.index)"
          @blur="selected = null"
          @keydown="keyOnPoint($event, one.index)"
        >
          <circle :cx="at(one.point).x" :cy="at(one.point).y" :r="14 * unit" fill="transparent" />
          <rect
            :x="at(one.point).x - 4.5 * unit"
            :y="at(one.point).y - 4.5 * unit"
            :width="9 * unit"
            :height="9 * unit"
            :fill="selected === one.index ? 'var(--stream)' : 'var(--sheet)'"
            stroke="var(--ink)"
            :stroke-width="1.5 * unit"
          />
        </g>
      </g>
    </svg>
    <p class="quiet small">
      Bearings along the strip: {{ magnetic ? 'as your compass shows them' : 'from true north' }} (m changes it).
    </p>
    <details>
      <summary>{{ drawing.title }} in words</summary>
      <table class="grid-table">
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
  padding: 44px 0 49.7px; /* the buttons over it, the words under it */
}
.sized {
  width: 100%;
  aspect-ratio: 996 / 418; /* whatever is shown of the sky: nothing below moves while one zooms */
  max-height: 420px;
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
  font-size: calc(var(--unit) * 15px);
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
