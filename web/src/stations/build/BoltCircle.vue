<script setup lang="ts">
/** Bolts round a circle, each with its turn: opposite first, then across. */
import { computed } from 'vue'

const props = defineProps<{
  turns: number[]
  name: string
  /** Of how many like circles it is one. */ circles?: number
}>()
/** turns[i] is the bolt that is tightened as i + 1; bolts are numbered round the circle from the top. */
const bolts = computed(() =>
  props.turns.map((bolt, index) => {
    const angle = ((bolt - 1) / props.turns.length) * 2 * Math.PI
    return { turn: index + 1, x: 60 + 40 * Math.sin(angle), y: 60 - 40 * Math.cos(angle) }
  }),
)
</script>

<template>
  <svg viewBox="0 0 120 120" width="120" height="120" role="img" :aria-label="`${name}: tightened across in turn`">
    <circle class="rim" cx="60" cy="60" r="40" />
    <text v-if="(circles ?? 1) > 1" x="60" y="65" text-anchor="middle">{{ circles }} ×</text>
    <g v-for="one in bolts" :key="one.turn">
      <circle class="bolt" :cx="one.x" :cy="one.y" r="13" />
      <text :x="one.x" :y="one.y + 5" text-anchor="middle">{{ one.turn }}</text>
    </g>
  </svg>
</template>

<style scoped>
.rim {
  fill: none;
  stroke: var(--rule);
  stroke-width: 2;
}
.bolt {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
text {
  font-weight: 700;
  font-size: 14px;
  fill: var(--ink);
}
</style>
