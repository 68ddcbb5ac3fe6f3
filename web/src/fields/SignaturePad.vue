<script setup lang="ts">
/** A signature drawn with finger, pen or mouse: strokes as shares of the pad's width, kept as they are. */
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import { pathOf } from '@/fields/told'
import { type Patch, useJob } from '@/stores/job'

type Point = [number, number]
const props = defineProps<{ field: keyof Patch; label: string; lines: Point[][] }>()
const store = useJob()
const pad = ref<SVGSVGElement | null>(null)
/** How high the pad is beside its width. */
const RATIO = 0.3
/** Closer than that a point says nothing new. */
const STEP = 0.004
const drawing = ref<Point[]>([])
const drawn = ref<Point[][] | null>(null)
const shown = computed(() => drawn.value ?? props.lines)
const all = computed(() => (drawing.value.length ? [...shown.value, drawing.value] : shown.value))
const d = (line: Point[]) =>
  line.length === 1
    ? `M${line[0]![0] * 100} ${line[0]![1] * 100}h0.01`
    : `M${line.map(([x, y]) => `${(x * 100).toFixed(2)} ${(y * 100).toFixed(2)}`).join('L')}`
function at(event: PointerEvent): Point {
  const box = pad.value!.getBoundingClientRect()
  const share = (value: number, most: number) => Math.min(Math.max(value / box.width, 0), most)
  return [share(event.clientX - box.left, 1), share(event.clientY - box.top, RATIO)]
}
function begin(event: PointerEvent): void {
  if (store.locked) return
  pad.value!.setPointerCapture(event.pointerId)
  drawing.value = [at(event)]
}
function go(event: PointerEvent): void {
  const last = drawing.value.at(-1)
  if (!last || drawing.value.length >= 400) return
  const next = at(event)
  if (Math.hypot(next[0] - last[0], next[1] - last[1]) >= STEP) drawing.value = [...drawing.value, next]
}
async function end(): Promise<void> {
  if (!drawing.value.length) return
  await keep([...shown.value, drawing.value])
}
async function keep(lines: Point[][]): Promise<void> {
  drawing.value = []
  drawn.value = lines
  await store.patch({ [props.field]: lines } as Patch)
  if (drawn.value === lines) drawn.value = null
}
</script>

<template>
  <div class="pad" :data-fact="pathOf(field)">
    <p class="label">{{ label }}</p>
    <svg
      ref="pad"
      viewBox="0 0 100 30"
      role="img"
      :aria-label="shown.length ? `${label}: drawn` : `${label}: empty; draw with finger, pen or mouse`"
      @pointerdown.prevent="begin"
      @pointermove="go"
      @pointerup="end"
      @pointercancel="end"
    >
      <line x1="4" y1="24" x2="96" y2="24" class="base" />
      <path v-for="(line, index) in all" :key="index" :d="d(line)" />
    </svg>
    <n-button v-if="shown.length && !store.locked" size="small" @click="keep([])">Draw it anew</n-button>
    <p v-if="store.faults[field]" class="fault" role="alert">{{ store.faults[field] }}</p>
  </div>
</template>

<style scoped>
.pad {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.label {
  margin: 0;
  font-weight: 600;
  font-size: 14px;
}
svg {
  width: min(420px, 100%);
  aspect-ratio: 100 / 30;
  border: 1px solid var(--quiet);
  border-radius: 6px;
  background: var(--sheet);
  touch-action: none;
  cursor: crosshair;
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.6;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.base {
  stroke: var(--quiet);
  stroke-width: 0.3;
}
.fault {
  color: var(--rust);
  font-size: 13px;
  font-weight: 600;
}
</style>
