<script setup lang="ts">
/** Runs on one scale: each a dot, their median a bar, the interval in which the true median lies a band. */
import { computed } from 'vue'
import { useWide } from '@/drawings/useWide'
import { formatQuantity } from '@/lib/quantity'
import { type Series, ticksOf, topOf } from '@/stations/handover/spread'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ title: string; unit: string; series: Series[] }>()
const prefs = usePrefs()
const ROW = 46
const { wide } = useWide(760)
/** On a telephone the names stand over their runs, and the scale tells its ends alone. */
const narrow = computed(() => wide.value < 560)
const left = computed(() => (narrow.value ? 12 : 150))
const right = computed(() => (narrow.value ? 96 : 110))
const row = computed(() => (narrow.value ? ROW + 18 : ROW))
const shift = computed(() => row.value - ROW)
const top = computed(() => topOf(props.series))
const x = (value: number) => left.value + ((wide.value - left.value - right.value) * value) / top.value
const height = computed(() => props.series.length * row.value + 34)
const show = (value: number) => formatQuantity(value, props.unit, prefs.system)
const told = (one: Series) =>
  one.low !== null && one.high !== null && one.values.length > 1
    ? `${show(one.median)}, between ${show(one.low)} and ${show(one.high)}, ${Math.floor(one.sure_percent ?? 0)} % sure`
    : `${show(one.median)}, one run: nothing is known of its spread`
</script>

<template>
  <figure>
    <svg ref="drawn" :viewBox="`0 0 ${wide} ${height}`" class="drawing" role="img" :aria-label="title">
      <g v-for="tick in narrow ? [0, top] : ticksOf(top)" :key="tick">
        <line :x1="x(tick)" :x2="x(tick)" y1="6" :y2="height - 26" class="rule" />
        <text :x="x(tick)" :y="height - 8" :text-anchor="narrow && tick === 0 ? 'start' : 'middle'" class="quiet">
          {{ show(tick) }}
        </text>
      </g>
      <g v-for="(one, at) in series" :key="one.label" :transform="`translate(0 ${at * row + shift})`">
        <text x="0" :y="narrow ? 6 : 33" class="name">{{ one.label }}</text>
        <rect
          v-if="one.low !== null && one.high !== null && one.values.length > 1"
          :x="x(one.low)"
          y="14"
          :width="Math.max(2, x(one.high) - x(one.low))"
          height="28"
          class="band"
        />
        <circle v-for="(value, dot) in one.values" :key="dot" :cx="x(value)" cy="28" r="5" class="dot" />
        <line :x1="x(one.median)" :x2="x(one.median)" y1="10" y2="46" class="median" />
        <text :x="wide" y="33" text-anchor="end" class="figure">{{ show(one.median) }}</text>
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
