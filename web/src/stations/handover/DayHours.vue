<script setup lang="ts">
/** Runs by the hour of the day on the site's clock: what one hour says, another may not. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useWide } from '@/drawings/useWide'
import { formatQuantity } from '@/lib/quantity'
import { roundUp } from '@/stations/handover/spread'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ hours: Schemas['HourRun'][] }>()
const prefs = usePrefs()
const top = computed(() => roundUp(Math.max(0, ...props.hours.map((one) => one.down_mbps))))
const { wide } = useWide(760)
const LEFT = 92
const x = (hour: number) => LEFT + (hour / 24) * (wide.value - LEFT - 22)
const y = (value: number) => 128 - (value / top.value) * 112
const show = (value: number) => formatQuantity(value, 'mbps', prefs.system)
</script>

<template>
  <svg ref="drawn" :viewBox="`0 0 ${wide} 160`" class="drawing" role="img" aria-label="Download by the hour of the day">
    <rect :x="x(18)" y="12" :width="x(24) - x(18)" height="116" class="evening" />
    <text :x="x(21)" y="26" text-anchor="middle" class="quiet">evening</text>
    <line :x1="x(0)" :x2="x(24)" y1="128" y2="128" class="axis" />
    <g v-for="hour in [0, 6, 12, 18, 24]" :key="hour">
      <text :x="x(hour)" y="148" text-anchor="middle" class="quiet">{{ String(hour).padStart(2, '0') }}:00</text>
    </g>
    <text :x="LEFT - 8" y="20" text-anchor="end" class="quiet">{{ show(top) }}</text>
    <text :x="LEFT - 8" y="132" text-anchor="end" class="quiet">{{ show(0) }}</text>
    <circle v-for="(one, at) in hours" :key="at" :cx="x(one.hour_h)" :cy="y(one.down_mbps)" r="6" class="dot">
      <title>{{ show(one.down_mbps) }}</title>
    </circle>
  </svg>
</template>

<style scoped>
.evening {
  fill: var(--ochre-tint);
}
.axis {
  stroke: var(--ink);
}
.dot {
  fill: var(--sheet);
  stroke: var(--stream);
  stroke-width: 2.5;
}
text {
  font-size: 13px;
  fill: var(--quiet);
}
</style>
