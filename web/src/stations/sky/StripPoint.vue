<script setup lang="ts">
/** What the point in hand is and how far it stands, said where it was set; without one, what the next points are. */
import { IconTrash } from '@tabler/icons-vue'
import { computed } from 'vue'
import HeldInput from '@/fields/HeldInput.vue'
import { factAt, optionsOf } from '@/fields/told'
import { unitSign } from '@/lib/quantity'
import type { Point } from '@/stations/sky/useStripPoints'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{
  point: Point | null
  next: Pick<Point, 'kind' | 'distance_m'>
  /** What the chosen north takes off a true bearing. */
  turnedDeg: number
  northWord: string
  shut: boolean
}>()
const emit = defineEmits<{
  change: [news: Partial<Point>]
  next: [news: Partial<Pick<Point, 'kind' | 'distance_m'>>]
  drop: []
}>()
const prefs = usePrefs()
const KINDS = optionsOf(factAt('sky.skylines[].points[].kind'))
const now = computed(() => props.point ?? props.next)
const tell = (news: Partial<Pick<Point, 'kind' | 'distance_m'>>) =>
  props.point ? emit('change', news) : emit('next', news)
const tenth = (value: number) => Math.round(value * 10) / 10
const round = (angle: number) => ((angle % 360) + 360) % 360
function turn(told: number | null): void {
  if (told !== null) emit('change', { azimuth_deg: round(tenth(told + props.turnedDeg)) % 360 })
}
</script>

<template>
  <div class="point" role="group" :aria-label="point ? 'The point in hand' : 'The next point'">
    <b v-if="!point">Next points</b>
    <div class="kinds" role="radiogroup" aria-label="What stands there">
      <button
        v-for="one in KINDS"
        :key="one.value"
        type="button"
        role="radio"
        :aria-checked="now.kind === one.value"
        :class="{ here: now.kind === one.value }"
        :disabled="shut"
        @click="tell({ kind: one.value as Point['kind'] })"
      >
        {{ one.label }}
      </button>
    </div>
    <label
      >away ({{ unitSign('m', prefs.system) }})<held-input
        :value="now.distance_m"
        unit="m"
        :disabled="shut"
        placeholder="not measured"
        aria-label="How far away"
        @number="tell({ distance_m: $event })"
    /></label>
    <template v-if="point">
      <label
        >{{ northWord }} (°)<held-input
          :value="tenth(round(point.azimuth_deg - turnedDeg))"
          unit="deg"
          needed
          :disabled="shut"
          :aria-label="`Bearing, ${northWord}`"
          @number="turn"
      /></label>
      <label
        >up (°)<held-input
          :value="point.elevation_deg"
          unit="deg"
          needed
          :disabled="shut"
          aria-label="Height in degrees"
          @number="$event !== null && emit('change', { elevation_deg: $event })"
      /></label>
      <button type="button" class="out" :disabled="shut" aria-label="Take this point out" @click="emit('drop')">
        <icon-trash :size="18" aria-hidden="true" />
      </button>
    </template>
    <span v-if="point && point.distance_m == null && !point.computed" class="quiet small">
      Without a distance nothing is known of what height would gain.
    </span>
  </div>
</template>

<style scoped>
.point {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
  min-height: 46px;
  padding: 6px 0;
  font-size: 14px;
}
.kinds {
  display: flex;
  border: 1px solid var(--quiet);
  border-radius: 6px;
  overflow: hidden;
}
.kinds button {
  font: inherit;
  min-height: 40px;
  padding: 0 9px;
  color: var(--ink);
  background: var(--sheet);
  border: 0;
  border-left: 1px solid var(--rule);
  cursor: pointer;
}
.kinds button:first-child {
  border-left: 0;
}
.kinds .here {
  background: var(--stream-tint);
  box-shadow: inset 0 -3px 0 var(--stream);
  font-weight: 600;
}
label {
  display: flex;
  gap: 6px;
  align-items: center;
}
label :deep(input) {
  width: 62px;
  height: 40px;
  padding: 0 6px;
}
label:first-of-type :deep(input) {
  width: 108px;
}
.out {
  display: grid;
  place-items: center;
  width: 40px;
  height: 40px;
  color: var(--ink);
  background: none;
  border: 1px solid var(--quiet);
  border-radius: 6px;
  cursor: pointer;
}
</style>
