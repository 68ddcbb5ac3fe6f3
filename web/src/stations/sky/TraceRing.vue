<script setup lang="ts">
/** The circle from above, north up: where the terminal looks, what was led over, and where the device looks now. */
import { computed } from 'vue'
import { arcOf, pointOn } from '@/stations/sky/ring'

interface Stretch {
  from_deg: number
  to_deg: number
}
defineProps<{
  matter: Stretch[]
  traced: Stretch[]
  percent: number
  bearing: number | null
  target: number | null
}>()
const MIDDLE = 110
const OUTER = 96
const INNER = 78
const ticks = computed(() =>
  [0, 45, 90, 135, 180, 225, 270, 315].map((at) => ({ at, ...pointOn(MIDDLE, INNER - 20, at) })),
)
const NAMES = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW']
</script>

<template>
  <svg
    viewBox="0 0 220 220"
    class="ring"
    role="img"
    :aria-label="`${Math.round(percent)} percent of the bearings that matter are led over`"
  >
    <circle :cx="MIDDLE" :cy="MIDDLE" :r="OUTER" fill="none" stroke="var(--rule)" stroke-width="2" />
    <path
      v-for="(one, at) in matter"
      :key="`m${at}`"
      :d="arcOf(MIDDLE, OUTER, one.from_deg, one.to_deg)"
      class="matter"
    />
    <path
      v-for="(one, at) in traced"
      :key="`s${at}`"
      :d="arcOf(MIDDLE, INNER + 6, one.from_deg, one.to_deg)"
      class="traced"
    />
    <text v-for="(one, at) in ticks" :key="one.at" :x="one.x" :y="one.y + 5" text-anchor="middle" class="name">
      {{ NAMES[at] }}
    </text>
    <g v-if="target !== null" :transform="`rotate(${target} ${MIDDLE} ${MIDDLE})`">
      <path :d="`M${MIDDLE},4l-7,-2 7,14 7,-14z`" fill="var(--rust)" />
    </g>
    <g v-if="bearing !== null" :transform="`rotate(${bearing} ${MIDDLE} ${MIDDLE})`">
      <line :x1="MIDDLE" :x2="MIDDLE" :y1="MIDDLE - 34" :y2="MIDDLE - INNER + 2" stroke="var(--ink)" stroke-width="3" />
      <path :d="`M${MIDDLE},${MIDDLE - INNER - 4}l-7,14h14z`" fill="var(--ink)" />
    </g>
    <text :x="MIDDLE" :y="MIDDLE + 4" text-anchor="middle" class="much">{{ Math.floor(percent) }} %</text>
    <text :x="MIDDLE" :y="MIDDLE + 22" text-anchor="middle" class="of">of what matters</text>
  </svg>
</template>

<style scoped>
.ring {
  width: 100%;
  max-width: 240px;
  height: auto;
}
.matter {
  fill: none;
  stroke: var(--ochre);
  stroke-width: 5;
}
.traced {
  fill: none;
  stroke: var(--stream);
  stroke-width: 14;
}
.name {
  font-size: 12px;
  fill: var(--quiet);
}
.much {
  font-size: 28px;
  font-weight: 700;
  fill: var(--ink);
}
.of {
  font-size: 12px;
  fill: var(--quiet);
}
</style>
