<script setup lang="ts">
/** Why the first long tone is not the top: a screw to turn over a made-up lobe, or to be shown. */
import { useIntervalFn, usePreferredReducedMotion } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import SlideBar from '@/fields/SlideBar.vue'
import { BEGUN, FALL_TURNS, type Heard, heardAt, levelAt, placesOf, REACH_TURNS, WAY } from '@/stations/peak/trap'

const WIDE = 460
const HIGH = 150
const x = (turns: number) => WIDE / 2 + (turns / REACH_TURNS) * (WIDE / 2 - 14)
const y = (db: number) => 26 + (db / -11) * (HIGH - 46)
const lobe = Array.from({ length: 61 }, (_, at) => -REACH_TURNS + (at * 2 * REACH_TURNS) / 60)
const curve = `M${lobe.map((at) => `${x(at).toFixed(1)},${y(levelAt(at)).toFixed(1)}`).join('L')}`

const heard = ref<Heard>(heardAt(BEGUN, null))
const at = ref(BEGUN)
watch(at, (now, was) => {
  for (const place of placesOf([was, now], 0.05).slice(1)) heard.value = heardAt(place, heard.value)
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
const still = usePreferredReducedMotion()
const again = () => {
  pause()
  heard.value = heardAt(BEGUN, null)
  at.value = BEGUN
}
function show(): void {
  again()
  left = placesOf(WAY, still.value === 'reduce' ? 1.2 : 0.05)
  resume()
}
const best = computed(() => y(heard.value.best_db))
</script>

<template>
  <details class="trap">
    <summary>Why the first long tone is not the top</summary>
    <figure>
      <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" role="img" :aria-label="`A lobe, and a screw on it. ${heard.says}`">
        <path :d="curve" fill="none" stroke="var(--stream)" stroke-width="2" />
        <line x1="0" :x2="WIDE" :y1="best" :y2="best" stroke="var(--ochre)" stroke-width="1.5" stroke-dasharray="5 4" />
        <text :x="WIDE - 4" :y="best - 5" text-anchor="end" font-size="13" fill="var(--ochre)">best so far</text>
        <line
          v-if="heard.fell_low"
          :x1="x(-FALL_TURNS)"
          :x2="x(-FALL_TURNS)"
          :y1="y(0) - 4"
          :y2="HIGH - 14"
          stroke="var(--rust)"
          stroke-dasharray="2 3"
        />
        <line
          v-if="heard.fell_high"
          :x1="x(FALL_TURNS)"
          :x2="x(FALL_TURNS)"
          :y1="y(0) - 4"
          :y2="HIGH - 14"
          stroke="var(--rust)"
          stroke-dasharray="2 3"
        />
        <circle
          :cx="x(at)"
          :cy="y(levelAt(at))"
          r="8"
          :fill="heard.sound === 'long' ? 'var(--stream)' : 'var(--rust)'"
        />
        <text :x="x(0)" :y="HIGH - 2" text-anchor="middle" font-size="12" fill="var(--quiet)">the top</text>
      </svg>
      <slide-bar v-model:value="at" label="Turn the screw" :min="-REACH_TURNS" :max="REACH_TURNS" :step="0.05" />
      <figcaption>
        <span :class="['tone', heard.sound]" aria-hidden="true"><i v-for="bar in 7" :key="bar" /></span>
        <b role="status">{{ heard.says }}</b>
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
