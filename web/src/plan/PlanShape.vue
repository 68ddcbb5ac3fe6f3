<script setup lang="ts">
/** A thing of the site plan as it is drawn from above, in metres. `unit`: metres of a screen pixel. */
import { computed } from 'vue'
import { atOf, kindOf, type Label, pointsOf, type Thing } from '@/plan/plan'

const props = defineProps<{ thing: Thing; unit: number; chosen: boolean; label?: Label }>()
const kind = computed(() => kindOf(props.thing))
const points = computed(() => pointsOf(props.thing.corners))
const spots = computed(() => props.thing.corners.map(atOf))
const first = computed(() => spots.value[0]!)
const across = computed(() => props.thing.across_m ?? kind.value.usual.across_m ?? 0.25)
/** Of a small thing never less than what is seen. */
const radius = computed(() => Math.max(across.value / 2, 3 * props.unit))
const rungs = computed(() => {
  const [a, b] = [spots.value[0]!, spots.value.at(-1)!]
  const length = Math.hypot(b.east - a.east, b.north - a.north) || 1
  const [ax, ay] = [(-(b.north - a.north) / length) * 0.22, ((b.east - a.east) / length) * 0.22]
  const count = Math.max(3, Math.round(length / 0.3))
  return Array.from({ length: count + 1 }, (_, k) => {
    const [x, y] = [a.east + ((b.east - a.east) * k) / count, a.north + ((b.north - a.north) * k) / count]
    return { x1: x + ax, y1: -(y + ay), x2: x - ax, y2: -(y - ay) }
  })
})
</script>

<template>
  <g :class="['shape', kind.group, { chosen, live: kind.live }]">
    <template v-if="kind.shape === 'outline'">
      <polygon :points="points" :class="kind.sky ? 'solid' : 'open'" />
    </template>
    <template v-else-if="kind.shape === 'line'">
      <g v-if="kind.role === 'ladder'" class="ladder">
        <line v-for="(one, at) in rungs" :key="at" v-bind="one" />
        <line :x1="rungs[0]!.x1" :y1="rungs[0]!.y1" :x2="rungs.at(-1)!.x1" :y2="rungs.at(-1)!.y1" />
        <line :x1="rungs[0]!.x2" :y1="rungs[0]!.y2" :x2="rungs.at(-1)!.x2" :y2="rungs.at(-1)!.y2" />
      </g>
      <polyline
        v-else-if="kind.people || kind.sky === 'tree'"
        :points="points"
        :class="kind.people ? 'path' : 'row'"
        :stroke-width="Math.max(across, 4 * unit)"
      />
      <polyline
        v-else
        :points="points"
        :class="['thin', kind.live ? 'wire' : kind.role === 'cable' ? 'cable' : kind.sky ? 'wall' : 'old']"
      />
      <polyline :points="points" class="touch" :stroke-width="18 * unit" />
    </template>
    <template v-else>
      <circle v-if="kind.sky" :cx="first.east" :cy="-first.north" :r="radius" class="solid" />
      <g v-else :transform="`translate(${first.east} ${-first.north}) scale(${unit})`">
        <path v-if="kind.role === 'earth'" class="sign" d="M0-9V0M-8 0H8M-5 4H5M-2 8H2" />
        <path v-else-if="kind.role === 'entry'" class="sign filled" d="M0 0L-7-11H7Z" />
        <rect v-else-if="kind.role === 'indoor'" class="sign filled" x="-8" y="-6" width="16" height="12" />
        <path v-else-if="kind.role === 'ground'" class="sign" d="M-5 0H5M0-5V5" />
        <rect v-else-if="kind.people" class="sign filled people" x="-5" y="-5" width="10" height="10" />
        <circle v-else class="sign filled" r="5" />
      </g>
      <circle :cx="first.east" :cy="-first.north" :r="Math.max(radius, 16 * unit)" class="touch" />
    </template>
    <text
      v-if="label"
      :x="label.at.east"
      :y="-label.at.north"
      :font-size="13 * unit"
      :stroke-width="3.5 * unit"
      text-anchor="middle"
    >
      {{ label.text }}
    </text>
  </g>
</template>

<style scoped>
polygon,
polyline,
line,
circle,
.sign {
  vector-effect: non-scaling-stroke;
}
polyline {
  fill: none;
  stroke-linejoin: round;
}
.path,
.row,
.touch {
  vector-effect: none;
}
.solid {
  fill: var(--hill);
  stroke: var(--ink);
  stroke-width: 1.5px;
}
.open {
  fill: var(--ochre-tint);
  fill-opacity: 0.55;
  stroke: var(--ochre);
  stroke-width: 1.2px;
}
.path {
  stroke: var(--rule);
}
.row {
  stroke: var(--hill);
}
.thin {
  stroke: var(--quiet);
  stroke-width: 1.5px;
}
.thin.wall {
  stroke: var(--ink);
  stroke-width: 3px;
}
.thin.wire {
  stroke: var(--rust);
  stroke-dasharray: 9 4;
}
.thin.cable {
  stroke: var(--stream);
  stroke-width: 2.5px;
  stroke-dasharray: 3 5;
}
.ladder line {
  stroke: var(--ink);
  stroke-width: 1px;
}
.sign {
  fill: none;
  stroke: var(--stream);
  stroke-width: 1.8px;
}
.sign.filled {
  fill: var(--sheet);
}
.sign.people {
  stroke: var(--ochre);
}
.touch {
  fill: transparent;
  stroke: transparent;
}
text {
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-linejoin: round;
  pointer-events: none;
}
.chosen .solid,
.chosen .open,
.chosen .thin,
.chosen .sign {
  stroke: var(--stream);
  stroke-width: 3px;
}
.chosen text {
  font-weight: 700;
}
</style>
