<script setup lang="ts">
/** Lines of the sky, their words and the targets, over a picture or a made-up horizon: a part of a drawing in its pixels. */
import { computed } from 'vue'
import type { CalcResult } from '@/api/client'
import { labelsOf, pathOf as path, type ViewLine } from '@/lib/viewLines'

const props = defineProps<{
  view: CalcResult<'view'>
  size: Record<'width_px' | 'height_px', number>
  letter: number
}>()
const labels = computed(() => labelsOf(props.view.lines, props.size, props.letter))
/** What is made up is ground down to the foot; the rest are lines over it. */
const lines = computed(() =>
  [...props.view.lines].sort((a, b) => Number(b.kind === 'scene') - Number(a.kind === 'scene')),
)
const drawn = (line: ViewLine) => {
  if (line.kind !== 'scene') return path(line)
  const [first, last] = [line.points[0]!, line.points.at(-1)!]
  return `${path(line)}L${last[0]},${2 * props.size.height_px}L${first[0]},${2 * props.size.height_px}Z`
}
</script>

<template>
  <g>
    <path
      v-for="(line, at) in lines"
      :key="at"
      :d="drawn(line)"
      :class="line.kind"
      :stroke-width="letter / (line.kind === 'skyline' ? 5 : 12)"
    />
    <text
      v-for="one in labels"
      :key="`${one.text} ${one.x}`"
      :x="one.x + letter * 0.2"
      :y="one.y - letter * 0.2"
      :font-size="letter"
    >
      {{ one.text }}
    </text>
    <g v-for="(one, at) in view.targets" :key="one.name">
      <template v-if="one.inside">
        <circle
          :cx="one.x_px"
          :cy="one.y_px"
          :r="letter * (at ? 0.3 : 0.6)"
          :class="at ? 'mark' : 'target'"
          :stroke-width="letter / 6"
        />
        <text :x="one.x_px + letter" :y="one.y_px - letter * 0.6" :font-size="letter * (at ? 1 : 1.3)" class="name">
          {{ one.name }}
        </text>
      </template>
    </g>
  </g>
</template>

<style scoped>
path {
  fill: none;
  stroke: #fff;
  opacity: 0.75;
}
path.scene {
  fill: #3c5650;
  stroke: none;
  opacity: 1;
}
path.horizon {
  opacity: 1;
}
path.ring {
  stroke: #ffd28a;
  opacity: 1;
}
path.skyline {
  stroke: #ff8a70;
  opacity: 1;
}
text {
  fill: #fff;
  paint-order: stroke;
  stroke: #10201f;
  stroke-width: 0.28em;
  stroke-linejoin: round;
  font-weight: 600;
}
.target {
  fill: none;
  stroke: #ffd28a;
}
.mark {
  fill: #fff;
}
.name {
  font-weight: 700;
}
</style>
