<script setup lang="ts">
/** Why the first long tone is not the top: a screw to turn over a made-up lobe, or to be shown. */
import { useIntervalFn, usePreferredReducedMotion } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, shallowRef, watch } from 'vue'
import { calculate, type CalcResult } from '@/api/client'
import SlideBar from '@/fields/SlideBar.vue'
import { useJob } from '@/stores/job'

const WIDE = 460
const HIGH = 150
const SHOWN_STEPS = 40
const store = useJob()
const told = shallowRef<CalcResult<'first_tone'> | null>(null)
/** The places where it stood, since the beginning. */
const passed = ref<number[]>([])
const at = ref(0)
let asking = false
/** One question at a time; what was passed meanwhile goes with the next. */
async function hear(): Promise<void> {
  if (asking) return
  asking = true
  const count = passed.value.length
  const rules = store.job?.facts.picks.rules
  told.value = (await calculate('first_tone', { passed_turns: passed.value, rules })).result
  asking = false
  if (passed.value.length !== count) await hear()
}
watch(at, (now) => {
  if (now === passed.value.at(-1)) return
  passed.value = [...passed.value.slice(-1900), now]
  void hear()
})
let left: number[] = []
const { pause, resume, isActive } = useIntervalFn(
  () => {
    const next = left.shift()
    if (next === undefined) pause()
    else at.value = next
  },
  60,
  { immediate: false },
)
async function again(): Promise<void> {
  pause()
  passed.value = []
  await hear()
  passed.value = [told.value!.at_turns]
  at.value = told.value!.at_turns
}
const open = (event: Event) => (event.target as HTMLDetailsElement).open && !told.value && again()
const still = usePreferredReducedMotion()
async function show(): Promise<void> {
  await again()
  const way = told.value!.way_turns
  const steps = still.value === 'reduce' ? 1 : SHOWN_STEPS
  left = way.slice(1).flatMap((to, leg) => {
    const from = way[leg]!
    return Array.from({ length: steps }, (_, step) => from + ((to - from) * (step + 1)) / steps)
  })
  resume()
}
const reach = computed(() => told.value?.reach_turns ?? 1)
const deepest = computed(() => Math.min(-1, ...(told.value?.curve_db ?? [])))
const x = (turns: number) => WIDE / 2 + (turns / reach.value) * (WIDE / 2 - 14)
const y = (db: number) => 26 + (db / deepest.value) * (HIGH - 46)
const curve = computed(
  () =>
    `M${(told.value?.curve_turns ?? []).map((one, index) => `${x(one)},${y(told.value!.curve_db[index]!)}`).join('L')}`,
)
</script>

<template>
  <details class="trap" @toggle="open">
    <summary>Why the first long tone is not the top</summary>
    <figure v-if="told">
      <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" role="img" :aria-label="`A lobe, and a screw on it. ${told.says}`">
        <path :d="curve" fill="none" stroke="var(--stream)" stroke-width="2" />
        <line
          x1="0"
          :x2="WIDE"
          :y1="y(told.best_db)"
          :y2="y(told.best_db)"
          stroke="var(--ochre)"
          stroke-width="1.5"
          stroke-dasharray="5 4"
        />
        <text :x="WIDE - 4" :y="y(told.best_db) - 5" text-anchor="end" font-size="13" fill="var(--ochre)">
          best so far
        </text>
        <line
          v-if="told.fell_low"
          :x1="x(-told.fall_turns)"
          :x2="x(-told.fall_turns)"
          :y1="y(0) - 4"
          :y2="HIGH - 14"
          stroke="var(--rust)"
          stroke-dasharray="2 3"
        />
        <line
          v-if="told.fell_high"
          :x1="x(told.fall_turns)"
          :x2="x(told.fall_turns)"
          :y1="y(0) - 4"
          :y2="HIGH - 14"
          stroke="var(--rust)"
          stroke-dasharray="2 3"
        />
        <circle
          :cx="x(told.at_turns)"
          :cy="y(told.level_db)"
          r="8"
          :fill="told.sound === 'long' ? 'var(--stream)' : 'var(--rust)'"
        />
        <text :x="x(0)" :y="HIGH - 2" text-anchor="middle" font-size="12" fill="var(--quiet)">the top</text>
      </svg>
      <slide-bar v-model:value="at" label="Turn the screw" :min="-reach" :max="reach" :step="0.01" />
      <figcaption>
        <span :class="['tone', told.sound]" aria-hidden="true"><i v-for="bar in 7" :key="bar" /></span>
        <b role="status">{{ told.says }}</b>
      </figcaption>
    </figure>
    <div class="row">
      <n-button size="small" @click="isActive ? pause() : show()">{{ isActive ? 'Stop' : 'Show me' }}</n-button>
      <n-button size="small" @click="again">From the beginning</n-button>
      <span class="quiet small">A made-up lobe; turn it with the slider. Nothing of it is kept.</span>
    </div>
  </details>
</template>

<style scoped>
.trap summary {
  cursor: pointer;
  font-weight: 600;
  min-height: 32px;
}
figure {
  margin: 8px 0;
  max-width: 520px;
  display: grid;
  gap: 4px;
}
svg {
  width: 100%;
  height: auto;
}
figcaption {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 48px;
}
.tone {
  display: flex;
  gap: 3px;
  width: 96px;
  flex: none;
}
.tone i {
  flex: 1;
  height: 14px;
  background: var(--stream);
}
.tone.long {
  gap: 0;
}
.tone.broken i:nth-child(even) {
  background: transparent;
}
.tone.broken i {
  height: 8px;
  background: var(--rust);
}
</style>
