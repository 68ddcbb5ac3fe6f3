<script setup lang="ts">
/** The picture itself: zoomed and moved, marked and traced, by finger, mouse or keys. */
import { IconZoomIn, IconZoomOut } from '@tabler/icons-vue'
import { useElementSize } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { type Draft, runsOf } from '@/stations/sky/photoDraft'

export type Tool = 'bearing' | 'level' | 'trace' | 'move'
const props = defineProps<{ draft: Draft; picture: string; tool: Tool; shut: boolean }>()
const emit = defineEmits<{
  mark: [at: { x: number; y: number }]
  level: [level: [number, number]]
  trace: [at: { x: number; y: number }]
  back: []
}>()
const MOST_ZOOM = 16
const STEP_PX = 10 // of the screen, a press of an arrow; with Shift a tenth of it
const LEVEL = 'var(--stream)'
const MARK = 'var(--ochre)'
const TRACE = 'var(--rust)'
const host = ref<SVGSVGElement | null>(null)
const { width: hostWidth } = useElementSize(host)
const width = computed(() => props.draft.of.width_px)
const height = computed(() => props.draft.of.height_px)
const view = ref({ x: 0, y: 0, width: props.draft.of.width_px })
watch(
  () => props.picture,
  () => (view.value = { x: 0, y: 0, width: width.value }),
)
/** Picture pixels of a screen pixel. */
const unit = computed(() => view.value.width / Math.max(hostWidth.value, 200))
const cursor = ref<{ x: number; y: number } | null>(null)

function put(x: number, y: number, wide: number): void {
  const across = Math.min(Math.max(wide, width.value / MOST_ZOOM), width.value)
  const down = (across * height.value) / width.value
  view.value = {
    x: Math.min(Math.max(x, 0), width.value - across),
    y: Math.min(Math.max(y, 0), height.value - down),
    width: across,
  }
}
function zoom(factor: number, at = cursor.value ?? middle(), from = view.value): void {
  const wide = Math.min(Math.max(from.width / factor, width.value / MOST_ZOOM), width.value)
  const share = wide / from.width
  put(at.x - (at.x - from.x) * share, at.y - (at.y - from.y) * share, wide)
}
const middle = () => ({
  x: view.value.x + view.value.width / 2,
  y: view.value.y + (view.value.width * height.value) / width.value / 2,
})
function toPicture(event: { clientX: number; clientY: number }): { x: number; y: number } {
  const matrix = host.value?.getScreenCTM()
  if (!matrix) return { x: 0, y: 0 }
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return { x: Math.round(at.x * 10) / 10, y: Math.round(at.y * 10) / 10 }
}

/** Which end of the level is held. */
let end: 0 | 1 | null = null
function levelAt(x: number, y: number, side = x < width.value / 2 ? 0 : 1): void {
  const [left, right] = props.draft.level
  if (props.draft.of.projection === 'cylindrical') return emit('level', [y, y])
  // The level passes the finger, and the other end where it stood.
  const other = side ? left : right
  const share = side ? x / width.value : 1 - x / width.value
  const edge = share > 0.02 ? other + (y - other) / share : y
  emit('level', side ? [left, edge] : [edge, right])
}
function act(at: { x: number; y: number }): void {
  if (props.shut) return
  if (props.tool === 'bearing') emit('mark', at)
  else if (props.tool === 'level') levelAt(at.x, at.y)
  else if (props.tool === 'trace') emit('trace', at)
}

let drawing = false
let last: { x: number; y: number } | null = null
let pan: { x: number; y: number; view: { x: number; y: number; width: number } } | null = null
const fingers = new Map<number, { x: number; y: number }>()
let pinch: { apart: number; view: { x: number; y: number; width: number }; at: { x: number; y: number } } | null = null
function down(event: PointerEvent): void {
  fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
  host.value?.setPointerCapture(event.pointerId)
  if (fingers.size === 2) {
    const [a, b] = [...fingers.values()]
    const between = { clientX: (a!.x + b!.x) / 2, clientY: (a!.y + b!.y) / 2 }
    pinch = { apart: Math.hypot(a!.x - b!.x, a!.y - b!.y), view: { ...view.value }, at: toPicture(between) }
    drawing = false
    end = pan = null
    return
  }
  cursor.value = null
  const at = toPicture(event)
  if (props.tool === 'move' || props.shut) pan = { x: event.clientX, y: event.clientY, view: { ...view.value } }
  else if (props.tool === 'level') {
    end = at.x < width.value / 2 ? 0 : 1
    levelAt(at.x, at.y, end)
  } else if (props.tool === 'trace') {
    drawing = true
    last = at
    emit('trace', at)
  }
}
function move(event: PointerEvent): void {
  if (fingers.has(event.pointerId)) fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
  if (pinch && fingers.size === 2) {
    const [a, b] = [...fingers.values()]
    zoom(Math.hypot(a!.x - b!.x, a!.y - b!.y) / pinch.apart, pinch.at, pinch.view)
    return
  }
  const at = toPicture(event)
  if (pan)
    put(
      pan.view.x - (event.clientX - pan.x) * unit.value,
      pan.view.y - (event.clientY - pan.y) * unit.value,
      pan.view.width,
    )
  else if (end !== null) levelAt(at.x, at.y, end)
  else if (drawing && last && Math.hypot(last.x - at.x, last.y - at.y) > 3 * unit.value) {
    last = at
    emit('trace', at)
  }
}
function up(event: PointerEvent): void {
  fingers.delete(event.pointerId)
  if (pinch) {
    if (!fingers.size) pinch = null
    return
  }
  if (props.tool === 'bearing' && event.type === 'pointerup' && !pan) act(toPicture(event))
  drawing = false
  end = pan = null
}
function wheel(event: WheelEvent): void {
  if (!event.ctrlKey && !event.shiftKey) return // a plain wheel scrolls the page
  event.preventDefault()
  zoom((event.deltaY || event.deltaX) < 0 ? 1.25 : 0.8, toPicture(event))
}
function key(event: KeyboardEvent): void {
  const step = STEP_PX * unit.value * (event.shiftKey ? 0.1 : 1)
  const moves: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  }
  const by = moves[event.key]
  if (by) {
    const from = cursor.value ?? middle()
    const at = {
      x: Math.min(Math.max(from.x + by[0], 0), width.value),
      y: Math.min(Math.max(from.y + by[1], 0), height.value),
    }
    cursor.value = at
    const tall = (view.value.width * height.value) / width.value
    const off =
      at.x < view.value.x || at.x > view.value.x + view.value.width || at.y < view.value.y || at.y > view.value.y + tall
    if (off) put(at.x - view.value.width / 2, at.y - tall / 2, view.value.width)
  } else if (event.key === 'Enter' || event.key === ' ') {
    if (cursor.value) act(cursor.value)
  } else if (event.key === 'Backspace') emit('back')
  else if (event.key === '+' || event.key === '=') zoom(1.5)
  else if (event.key === '-') zoom(1 / 1.5)
  else if (event.key === 'Home') put(0, 0, width.value)
  else return
  event.preventDefault()
}
const runs = computed(() =>
  runsOf(props.draft.trace).map((run, index, all) => ({
    kind: run[0]!.kind,
    x: run[0]!.x,
    y: Math.min(...run.map((one) => one.y)),
    line: [...run, ...(all[index + 1]?.slice(0, 1) ?? [])].map((one) => `${one.x},${one.y}`).join(' '),
  })),
)
</script>

<template>
  <div class="row tools">
    <n-button size="small" aria-label="Zoom into the picture" @click="zoom(1.6)"
      ><template #icon><icon-zoom-in /></template>In</n-button
    >
    <n-button size="small" aria-label="Zoom out of the picture" @click="zoom(1 / 1.6)"
      ><template #icon><icon-zoom-out /></template>Out</n-button
    >
    <n-button size="small" @click="put(0, 0, width)">Whole picture</n-button>
    <slot />
  </div>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys do all that the pointer does -->
  <svg
    ref="host"
    :class="['picture', tool]"
    :viewBox="`${view.x} ${view.y} ${view.width} ${(view.width * height) / width}`"
    :style="{ aspectRatio: `${width} / ${height}` }"
    role="application"
    tabindex="0"
    aria-label="Picture to trace: arrows move the cross, Enter sets a point, Backspace takes the last one back, plus and minus zoom"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="up"
    @wheel="wheel"
    @keydown="key"
  >
    <image :href="picture" :width="width" :height="height" />
    <template v-for="(colour, index) in ['#fff', LEVEL]" :key="colour">
      <line
        x1="0"
        :x2="width"
        :y1="draft.level[0]"
        :y2="draft.level[1]"
        :stroke="colour"
        :stroke-width="index ? 1.5 : 3"
        :stroke-dasharray="index ? '8 5' : undefined"
        vector-effect="non-scaling-stroke"
      />
      <line
        v-for="mark in draft.marks"
        :key="`${colour}${mark.x_px}`"
        :x1="mark.x_px"
        :x2="mark.x_px"
        y1="0"
        :y2="height"
        :stroke="index ? MARK : colour"
        :stroke-width="index ? 1.5 : 3"
        vector-effect="non-scaling-stroke"
      />
      <polyline
        v-for="(run, at) in runs"
        :key="`${colour}r${at}`"
        :points="run.line"
        fill="none"
        :stroke="index ? TRACE : colour"
        :stroke-width="index ? 2 : 4"
        vector-effect="non-scaling-stroke"
      />
    </template>
    <template v-for="(run, at) in runs" :key="`k${at}`">
      <text
        :x="run.x + 4 * unit"
        :y="run.y - 8 * unit"
        :font-size="14 * unit"
        class="kind"
        :style="{ strokeWidth: `${4 * unit}` }"
      >
        {{ run.kind }}
      </text>
    </template>
    <circle
      v-for="(one, at) in draft.trace.length < 60 ? draft.trace : draft.trace.slice(-1)"
      :key="`t${at}`"
      :cx="one.x"
      :cy="one.y"
      :r="4 * unit"
      fill="#fff"
      :stroke="TRACE"
      :stroke-width="2 * unit"
    />
    <g v-if="tool === 'level' && draft.of.projection === 'flat'">
      <circle
        v-for="side in [0, 1] as const"
        :key="side"
        :cx="side ? width - 12 * unit : 12 * unit"
        :cy="draft.level[side]"
        :r="9 * unit"
        fill="#fff"
        :stroke="LEVEL"
        :stroke-width="2.5 * unit"
      />
    </g>
    <g v-if="cursor" class="cross">
      <line
        :x1="cursor.x - 14 * unit"
        :x2="cursor.x + 14 * unit"
        :y1="cursor.y"
        :y2="cursor.y"
        :stroke-width="3 * unit"
      />
      <line
        :x1="cursor.x"
        :x2="cursor.x"
        :y1="cursor.y - 14 * unit"
        :y2="cursor.y + 14 * unit"
        :stroke-width="3 * unit"
      />
    </g>
  </svg>
</template>

<style scoped>
.tools {
  gap: 8px;
  padding-bottom: 6px;
}
.picture {
  width: 100%;
  max-height: 520px;
  display: block;
  border: 1px solid var(--rule);
  border-radius: 6px;
  background: var(--paper);
  cursor: crosshair;
  touch-action: none;
}
.picture.move {
  cursor: grab;
}
.kind {
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-linejoin: round;
}
.cross line {
  stroke: var(--stream);
}
</style>
