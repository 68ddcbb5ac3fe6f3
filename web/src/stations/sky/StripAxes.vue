<script setup lang="ts">
/** The scales of the strip, and what covers the sky beside the part of it that is shown. */
import type { View } from '@/lib/stripView'

defineProps<{
  shown: View
  /** Drawing units per screen pixel. */
  unit: number
  /** Screen pixels left of the sky for the heights, and right of it. */
  gutter: number
  edge: number
  footY: number
  bearings: { x: number; text: string }[]
  heights: { y: number; text: string }[]
  compass: boolean
}>()
/** As far as a screen can reach. */
const BEYOND = 4000
</script>

<template>
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
    :x="shown.x - gutter * unit - BEYOND"
    :y="shown.y"
    :width="gutter * unit + BEYOND"
    :height="shown.height + BEYOND"
    fill="var(--sheet)"
  />
  <rect
    :x="shown.x + shown.width"
    :y="shown.y"
    :width="edge * unit + BEYOND"
    :height="shown.height + BEYOND"
    fill="var(--sheet)"
  />
  <rect :x="shown.x" :y="footY + 1.5 * unit" :width="shown.width" :height="BEYOND" fill="var(--sheet)" />
  <g class="axes" aria-hidden="true" :transform="`translate(0 ${footY})`">
    <template v-for="one in bearings" :key="`b${one.x}`">
      <line :x1="one.x" :x2="one.x" :y2="6 * unit" stroke="var(--quiet)" :stroke-width="unit" />
      <text :x="one.x" :y="22 * unit" :font-size="14 * unit" text-anchor="middle" fill="var(--ink)">
        {{ one.text }}
      </text>
    </template>
    <text :x="shown.x + shown.width / 2" :y="39 * unit" :font-size="14 * unit" text-anchor="middle" fill="var(--quiet)">
      {{ compass ? 'bearing as your compass shows it' : 'bearing from true north' }} (m changes it)
    </text>
  </g>
  <g class="axes" aria-hidden="true">
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
</template>
