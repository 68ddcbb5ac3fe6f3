<script setup lang="ts">
/** The position that is looked from: how high the terminal stands there, and where, typed to the centimetre. */
import { computed } from 'vue'
import HeldInput from '@/fields/HeldInput.vue'
import { unitSign } from '@/lib/quantity'
import type { At } from '@/plan/plan'
import { usePlanHere } from '@/plan/usePlan'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const plan = usePlanHere()
const store = useJob()
const prefs = usePrefs()
const spot = computed(() => plan.spots.value.find((one) => one.letter === plan.letter.value) ?? null)
const sign = computed(() => unitSign('m', prefs.system))
const cm = (value: number) => Math.round(value * 100) / 100
function tall(value: number | null): void {
  if (value === null) return
  plan.height.value = value
  void plan.keep()
}
function set(to: { east?: number | null; north?: number | null }): void {
  const now = spot.value
  if (!now || Object.values(to).includes(null)) return
  plan.moved.value = {
    letter: now.letter,
    at: Object.assign({ east: cm(now.east_m), north: cm(now.north_m) }, to) as At,
  }
  void plan.keep()
}
</script>

<template>
  <div v-if="spot" class="spot">
    <label
      >Terminal over ground, {{ sign }}
      <held-input :value="plan.height.value ?? spot.height_m ?? null" unit="m" :disabled="store.locked" @number="tall"
    /></label>
    <template v-if="spot.letter">
      <label
        >East, {{ sign }}
        <held-input :value="cm(spot.east_m)" unit="m" needed :disabled="store.locked" @number="set({ east: $event })"
      /></label>
      <label
        >North, {{ sign }}
        <held-input :value="cm(spot.north_m)" unit="m" needed :disabled="store.locked" @number="set({ north: $event })"
      /></label>
    </template>
  </div>
</template>

<style scoped>
.spot {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
}
label {
  display: grid;
  gap: 2px;
  font-size: 13px;
  font-weight: 600;
}
label :deep(input) {
  width: 150px;
  height: 44px;
  font-size: 15px;
}
</style>
