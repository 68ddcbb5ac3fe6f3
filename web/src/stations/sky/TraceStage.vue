<script setup lang="ts">
/** What the camera sees, or a made-up horizon, with the lines of the sky, what is traced, and the cross in the middle. */
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { CalcResult } from '@/api/client'
import SkyLines from '@/drawings/SkyLines.vue'
import { ACROSS_DEG, type Size } from '@/stations/sky/useTrace'

const props = defineProps<{
  view: CalcResult<'view'> | null
  size: Size
  /** Whether a line is being led. */
  leading: boolean
  words: string
  stream: MediaStream | null
  /** Of a simulated device: where it looks. */
  posed: { bearing: number; height: number } | null
}>()
const emit = defineEmits<{ toggle: []; pose: [bearing: number, height: number]; size: [size: Size] }>()
const video = ref<HTMLVideoElement | null>(null)
watch(video, (element) => {
  if (!element || !props.stream) return
  element.srcObject = props.stream
  void element.play()
})
const playing = () => emit('size', { width_px: video.value!.videoWidth, height_px: video.value!.videoHeight })
/** It is seen whole, whatever stands over it. */
const stage = ref<HTMLElement | null>(null)
watch(stage, (element) => element?.scrollIntoView({ block: 'start' }))

let dragged: { x: number; y: number; bearing: number; height: number } | null = null
onBeforeUnmount(() => (dragged = null))
function down(event: PointerEvent): void {
  if (!props.posed) return
  dragged = { x: event.clientX, y: event.clientY, ...props.posed }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (!dragged) return
  const perPx = ACROSS_DEG / (event.currentTarget as Element).clientWidth
  const [right, down_] = [(event.clientX - dragged.x) * perPx, (event.clientY - dragged.y) * perPx]
  emit('pose', dragged.bearing - right, dragged.height + down_)
}
const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 0.5],
  ArrowDown: [0, -0.5],
}
function key(event: KeyboardEvent): void {
  if (event.key === ' ' || event.key === 'Enter') emit('toggle')
  else if (props.posed && KEYS[event.key]) {
    const [right, up] = KEYS[event.key]!
    emit('pose', props.posed.bearing + right, props.posed.height + up)
  } else return
  event.preventDefault()
  event.stopPropagation()
}
const letter = computed(() => Math.max(props.size.width_px, props.size.height_px) / 40)
</script>

<template>
  <div ref="stage" class="stage">
    <video v-if="stream" ref="video" playsinline muted @loadedmetadata="playing" />
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys do all that the pointer does -->
    <svg
      :viewBox="`0 0 ${size.width_px} ${size.height_px}`"
      :class="{ over: stream, sky: !stream }"
      tabindex="0"
      role="group"
      :aria-label="`What the camera sees, ${words || 'nothing led over yet'} Space begins and ends a line${posed ? ', arrows turn it' : ''}`"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="dragged = null"
      @pointercancel="dragged = null"
      @keydown="key"
    >
      <sky-lines v-if="view" :view="view" :size="size" :letter="letter" />
      <g :transform="`translate(${size.width_px / 2} ${size.height_px / 2})`" class="cross" :class="{ on: leading }">
        <circle :r="letter * 0.9" />
        <path :d="`M${-letter * 2},0H${letter * 2}M0,${-letter * 2}V${letter * 2}`" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.stage {
  scroll-margin-top: 76px;
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
</style>
