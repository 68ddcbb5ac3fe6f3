<script setup lang="ts">
/** What is heard, to see: a block for each pulse, its height the pitch, moving in the pattern's own time. */
import { computed } from 'vue'
import { pulses } from '@/lib/sounder'
import type { Schemas } from '@/api/client'

const props = defineProps<{ indicator: Schemas['Indicator'] | null; still?: boolean }>()
const SPAN_S = 3
const WIDTH = 240
const HIGH = 44
const y = (pitch: number) => HIGH - 6 - ((Math.min(1400, Math.max(300, pitch)) - 300) / 1100) * (HIGH - 14)
const shapes = computed(() => {
  const one = props.indicator
  if (!one) return []
  return pulses(one, SPAN_S).map(({ from, to }) => {
    const left = (from / SPAN_S) * WIDTH
    const right = (to / SPAN_S) * WIDTH
    const start = y(one.pitch_hz!)
    const end = y(one.pitch_end_hz ?? one.pitch_hz!)
    return `M${left},${HIGH - 2}V${start}L${right},${end}V${HIGH - 2}Z`
  })
})
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HIGH}`" class="twin" aria-hidden="true" data-print>
    <line x1="0" :x2="WIDTH" :y1="HIGH - 2" :y2="HIGH - 2" stroke="var(--quiet)" />
    <path v-for="(shape, index) in shapes" :key="index" :d="shape" fill="var(--stream)" />
    <text v-if="!shapes.length" x="4" y="26" font-size="13" fill="var(--quiet)">no sound</text>
    <line
      v-if="!still && shapes.length"
      class="now"
      x1="0"
      x2="0"
      y1="0"
      :y2="HIGH"
      stroke="var(--rust)"
      stroke-width="2"
    />
  </svg>
</template>

<style scoped>
.twin {
  width: 100%;
  max-width: 320px;
  height: auto;
}
.now {
  animation: run 3s linear infinite;
}
@keyframes run {
  to {
    transform: translateX(240px);
  }
}
@media (prefers-reduced-motion: reduce) {
  .now {
    display: none;
  }
}
</style>
