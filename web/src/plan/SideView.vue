<script setup lang="ts">
/** The site cut upright: the mast's top is taken hold of and moved, and the beam and what is tight follow. */
import { useElementSize } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import HeldInput from '@/fields/HeldInput.vue'
import { formatQuantity } from '@/lib/quantity'
import { usePlanHere } from '@/plan/usePlan'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ declination: number }>()
const plan = usePlanHere()
const store = useJob()
const prefs = usePrefs()
const host = ref<SVGSVGElement | null>(null)
const { width, height } = useElementSize(host)
const side = computed(() => plan.looked.value?.side ?? null)
const heightM = computed(
  () => plan.height.value ?? plan.spots.value.find((one) => one.letter === plan.letter.value)?.height_m ?? null,
)
const LEFT = 64
const FOOT = 30
const show = (value: number) => formatQuantity(value, 'm', prefs.system)
/** The picture's bounds, held while the mast is dragged. */
const bounds = ref<{ low: number; high: number; reach: number } | null>(null)
const now = computed(() => {
  const found = side.value
  if (!found) return { low: 0, high: 8, reach: 40 }
  const ups = [
    ...found.ground.map((one) => one.up_m),
    ...found.bodies.flatMap((one) => one.points.map((point) => point.up_m)),
    ...found.people.map((one) => one.floor_up_m + 2),
    found.terminal.up_m + 1.5,
  ]
  return { low: Math.min(...ups), high: Math.max(...ups) + 1.5, reach: found.ground.at(-1)!.along_m }
})
const scale = computed(() => {
  const held = bounds.value ?? now.value
  const px = Math.min(
    (width.value - LEFT - 12) / held.reach,
    (height.value - FOOT - 14) / Math.max(held.high - held.low, 3),
  )
  return { px: Math.max(px, 0.5), low: held.low }
})
const x = (along: number) => LEFT + along * scale.value.px
const y = (up: number) => height.value - FOOT - (up - scale.value.low) * scale.value.px
const line = (points: { along_m: number; up_m: number }[]) =>
  points.map((one) => `${x(one.along_m).toFixed(1)},${y(one.up_m).toFixed(1)}`).join(' ')
const ground = computed(() => {
  const points = side.value?.ground ?? []
  if (!points.length) return ''
  const under = height.value + 4
  return `${x(0) - LEFT},${under} ${x(0) - LEFT},${y(points[0]!.up_m)} ${line(points)} ${width.value},${y(points.at(-1)!.up_m)} ${width.value},${under}`
})
const beam = computed(() =>
  side.value?.lower_edge.length ? `${line(side.value.lower_edge)} ${line([...side.value.upper_edge].reverse())}` : '',
)
const bodies = computed(() =>
  (side.value?.bodies ?? []).map((body) => {
    const tops = body.points
    const high = Math.max(...tops.map((one) => one.up_m))
    return {
      ...body,
      wire: body.kind === 'wire',
      thin: tops.length === 1,
      at: { x: x((tops[0]!.along_m + tops.at(-1)!.along_m) / 2), y: y(high) },
      foot: y(body.foot_up_m),
      shape:
        tops.length > 1
          ? `${x(tops[0]!.along_m)},${y(body.foot_up_m)} ${line(tops)} ${x(tops.at(-1)!.along_m)},${y(body.foot_up_m)}`
          : '',
    }
  }),
)
const tight = computed(() => {
  const found = side.value
  if (!found || found.tight_over_m == null || found.tight_along_m == null) return null
  const edges = found.lower_edge
  const at = found.tight_along_m
  const next = Math.max(
    1,
    edges.findIndex((one) => one.along_m >= at),
  )
  const [a, b] = [edges[next - 1]!, edges[next]!]
  const up = a.up_m + ((b.up_m - a.up_m) * (at - a.along_m)) / (b.along_m - a.along_m || 1)
  return { x: x(at), edge: y(up), top: y(up - found.tight_over_m), over: found.tight_over_m, name: found.tight_name }
})
const said = computed(() => {
  if (side.value && !store.job?.assessment.sky)
    return 'A panel has no single beam: this is what stands that way. The ochre hand on the plan turns the cut.'
  if (side.value && plan.bearing.value !== null)
    return 'Another line than the beam. The ochre hand on the plan turns the cut.'
  if (!plan.things.value.length)
    return side.value ? 'The sight-line alone: nothing is drawn yet that it could meet.' : ''
  if (!tight.value) return side.value?.lower_edge.length ? 'Nothing that is drawn stands under the beam here.' : ''
  const { name, over } = tight.value
  const named = name[0]!.toUpperCase() + name.slice(1)
  return over < 0
    ? `${named} stands ${show(-over)} into the beam: raised by ${show(side.value!.raise_m!)} the beam passes over it.`
    : `The beam passes ${show(over)} over ${name}.`
})

const shift = computed(() => (prefs.north === 'magnetic' ? props.declination : 0))
const northWord = computed(() => (prefs.north === 'magnetic' ? 'compass °' : 'true °'))
const turned = (bearing: number) => (((bearing - shift.value) % 360) + 360) % 360
function cutAlong(told: number | null): void {
  if (told !== null) plan.bearing.value = (((told + shift.value) % 360) + 360) % 360
}

let taken: { y: number; from: number } | null = null
function down(event: PointerEvent): void {
  if (store.locked || heightM.value === null) return
  host.value?.setPointerCapture(event.pointerId)
  void plan.keep()
  plan.hold(true)
  bounds.value = { ...now.value, high: now.value.high + 2 }
  taken = { y: event.clientY, from: heightM.value }
}
function move(event: PointerEvent): void {
  if (!taken) return
  const to = taken.from + (taken.y - event.clientY) / scale.value.px
  plan.height.value = Math.max(0, Math.round(to * 20) / 20)
}
function up(): void {
  if (!taken) return
  taken = null
  bounds.value = null
  plan.hold(false)
  void plan.keep()
}
function key(event: KeyboardEvent): void {
  const step = { ArrowUp: 0.1, ArrowDown: -0.1, PageUp: 1, PageDown: -1 }[event.key]
  if (!step || store.locked || heightM.value === null) return
  event.preventDefault()
  event.stopPropagation()
  plan.height.value = Math.max(0, Math.round((heightM.value + step) * 100) / 100)
  void plan.keepSoon()
}
const middle = computed(() => {
  const found = side.value
  const under = found?.ground[0]?.up_m ?? 0
  return { foot: y(under), top: y(under + (heightM.value ?? 0)) }
})
</script>

<template>
  <figure>
    <svg
      ref="host"
      class="side"
      role="group"
      :aria-label="`Side view. ${said}`"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="up"
    >
      <template v-if="side && width">
        <polygon v-if="beam" :points="beam" class="beam" />
        <polyline v-if="beam" :points="line(side.lower_edge)" class="edge" />
        <g v-for="(body, at) in bodies" :key="at" :class="['body', { beside: body.beside }]">
          <circle v-if="body.wire" :cx="body.at.x" :cy="body.at.y" r="4" class="wire" />
          <line v-else-if="body.thin" :x1="body.at.x" :x2="body.at.x" :y1="body.at.y" :y2="body.foot" class="thin" />
          <polygon v-else :points="body.shape" />
          <text
            :x="body.at.x < LEFT + 60 ? Math.max(body.at.x, LEFT + 16) : body.at.x"
            :y="body.at.x < LEFT + 60 ? body.foot - 8 : body.at.y - 6"
            :text-anchor="body.at.x < LEFT + 60 ? 'start' : 'middle'"
            font-size="13"
          >
            {{ body.name }}
          </text>
        </g>
        <polygon :points="ground" class="ground" />
        <g v-for="one in side.people" :key="one.name" class="person">
          <circle :cx="x(one.along_m)" :cy="y(one.floor_up_m + 1.6)" :r="Math.max(2.5, 0.14 * scale.px)" />
          <line :x1="x(one.along_m)" :x2="x(one.along_m)" :y1="y(one.floor_up_m + 1.45)" :y2="y(one.floor_up_m)" />
        </g>
        <line :x1="x(0)" :x2="x(0)" :y1="middle.foot" :y2="middle.top" class="mast" />
        <template v-if="tight">
          <line
            :x1="tight.x"
            :x2="tight.x"
            :y1="tight.edge"
            :y2="tight.top"
            :class="['gap', { bad: tight.over < 0 }]"
          />
          <text
            :x="tight.x + 8"
            :y="(tight.edge + tight.top) / 2 + 5"
            font-size="14"
            :class="['figure', { bad: tight.over < 0 }]"
          >
            {{ show(Math.abs(tight.over)) }}{{ tight.over < 0 ? ' too low' : '' }}
          </text>
        </template>
        <g
          v-if="heightM !== null"
          class="hand"
          tabindex="0"
          role="slider"
          aria-label="Terminal over the ground"
          aria-valuemin="0"
          :aria-valuenow="heightM"
          :aria-valuetext="show(heightM)"
          @pointerdown.stop="down"
          @keydown="key"
        >
          <circle :cx="x(0)" :cy="middle.top" r="22" class="touch" />
          <circle :cx="x(0)" :cy="middle.top" r="9" class="top" />
          <path
            v-if="!store.locked"
            :d="`M${x(0) - 5} ${middle.top - 15}l5-6 5 6M${x(0) - 5} ${middle.top + 15}l5 6 5-6`"
          />
          <text :x="x(0) - 14" :y="middle.top + 5" text-anchor="end" font-size="14" class="figure">
            {{ show(heightM) }}
          </text>
        </g>
        <text :x="LEFT" :y="height - 9" font-size="13" class="quiet">{{ show(0) }}</text>
        <text :x="width - 10" :y="height - 9" font-size="13" text-anchor="end" class="quiet">
          {{ show((bounds ?? now).reach) }}
        </text>
      </template>
    </svg>
    <figcaption>{{ said }}</figcaption>
    <p v-if="plan.cut.value !== null" class="row along">
      <label
        >Cut along ({{ northWord }})<held-input
          :value="Math.round(turned(plan.cut.value))"
          unit="deg"
          needed
          @number="cutAlong"
      /></label>
      <n-button v-if="plan.bearing.value !== null" size="small" @click="plan.bearing.value = null">{{
        store.job?.assessment.sky ? 'Back to the sight-line' : 'Where the panel leans'
      }}</n-button>
    </p>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  gap: 4px;
}
.side {
  display: block;
  width: 100%;
  height: 250px;
  background: var(--paper);
  border: 1px solid var(--rule);
  border-radius: 6px;
}
.beam {
  fill: var(--stream-tint);
}
.edge {
  fill: none;
  stroke: var(--stream);
  stroke-width: 2;
}
.body polygon {
  fill: var(--hill);
  stroke: var(--ink);
  stroke-width: 1.3;
  fill-opacity: 0.9;
}
.beside polygon {
  stroke-dasharray: 5 4;
}
.thin,
.mast {
  stroke: var(--ink);
  stroke-width: 3;
}
.wire {
  fill: var(--sheet);
  stroke: var(--rust);
  stroke-width: 2.5;
}
.ground {
  fill: var(--rule);
  stroke: var(--quiet);
}
.person circle,
.person line {
  fill: none;
  stroke: var(--ochre);
  stroke-width: 2;
}
.gap {
  stroke: var(--ink);
  stroke-width: 2;
}
.gap.bad {
  stroke: var(--rust);
}
text {
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3.5px;
  stroke-linejoin: round;
}
.figure {
  font-weight: 700;
}
.figure.bad {
  fill: var(--rust);
}
text.quiet {
  fill: var(--quiet);
}
.hand {
  cursor: ns-resize;
  touch-action: none;
  outline: none;
}
.hand:focus-visible .touch {
  stroke: var(--stream);
  stroke-width: 2;
}
.touch {
  fill: transparent;
}
.top {
  fill: var(--sheet);
  stroke: var(--stream);
  stroke-width: 3.5;
}
.hand path {
  fill: none;
  stroke: var(--stream);
  stroke-width: 2;
}
.along {
  margin: 0;
}
.along label {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 14px;
}
.along :deep(input) {
  width: 84px;
  height: 40px;
}
figcaption {
  font-weight: 600;
}
</style>
