<script setup lang="ts">
/** Runs on one scale: each a dot, their median a bar, the interval in which the true median lies a band. */
import { computed } from 'vue'
import { formatQuantity } from '@/lib/quantity'
import { type Series, ticksOf, topOf } from '@/stations/handover/spread'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ title: string; unit: string; series: Series[] }>()
const prefs = usePrefs()
const LEFT = 150
const WIDTH = 760
const RIGHT = 110
const ROW = 46
const top = computed(() => topOf(props.series))
const x = (value: number) => LEFT + ((WIDTH - LEFT - RIGHT) * value) / top.value
const height = computed(() => props.series.length * ROW + 34)
const show = (value: number) => formatQuantity(value, props.unit, prefs.system)
const told = (one: Series) =>
  one.low !== null && one.high !== null && one.values.length > 1
    ? `${show(one.median)}, between ${show(one.low)} and ${show(one.high)}, ${Math.floor(one.sure_percent ?? 0)} % sure`
    : `${show(one.median)}, one run: nothing is known of its spread`
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDTH} ${height}`" class="drawing" role="img" :aria-label="title">
      <g v-for="tick in ticksOf(top)" :key="tick">
        <line :x1="x(tick)" :x2="x(tick)" y1="6" :y2="height - 26" class="rule" />
        <text :x="x(tick)" :y="height - 8" text-anchor="middle" class="quiet">{{ show(tick) }}</text>
      </g>
      <g v-for="(one, at) in series" :key="one.label">
        <text x="0" :y="at * ROW + 33" class="name">{{ one.label }}</text>
        <rect
          v-if="one.low !== null && one.high !== null && one.values.length > 1"
          :x="x(one.low)"
          :y="at * ROW + 14"
          :width="Math.max(2, x(one.high) - x(one.low))"
          height="28"
          class="band"
        />
        <circle v-for="(value, dot) in one.values" :key="dot" :cx="x(value)" :cy="at * ROW + 28" r="5" class="dot" />
        <line :x1="x(one.median)" :x2="x(one.median)" :y1="at * ROW + 10" :y2="at * ROW + 46" class="median" />
        <text :x="WIDTH" :y="at * ROW + 33" text-anchor="end" class="figure">{{ show(one.median) }}</text>
      </g>
    </svg>
    <figcaption class="small quiet">
      <span v-for="one in series" :key="one.label"
        ><b>{{ one.label }}</b> {{ told(one) }}.
      </span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
.rule {
  stroke: var(--rule);
}
.band {
  fill: var(--stream-tint);
}
.dot {
  fill: var(--sheet);
  stroke: var(--stream);
  stroke-width: 2;
}
.median {
  stroke: var(--stream);
  stroke-width: 4;
}
text {
  font-size: 15px;
  fill: var(--ink);
}
text.quiet {
  font-size: 13px;
  fill: var(--quiet);
}
.name,
.figure {
  font-weight: 700;
}
</style>
