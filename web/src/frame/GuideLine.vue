<script setup lang="ts">
/** For an owner: what this station is for, and what is to be done next along the course, with the way to it. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { wayTo } from '@/frame/leaves'
import WordText from '@/frame/WordText.vue'
import type { Station } from '@/router'

const props = defineProps<{ next: Schemas['NextStep']; station: Schemas['StationView']; number: string }>()
const names: Record<string, string> = {
  brief: 'Brief',
  aim: 'Aim',
  sky: 'Sky',
  mount: 'Mount',
  cable: 'Cable',
  build: 'Build',
  peak: 'Peak',
  bringup: 'Bring-up',
  handover: 'Hand over',
}
const way = computed(() => {
  const { station, at } = props.next
  const place = at ? wayTo(at, (station || 'handover') as Station, props.number) : null
  const name = place?.station ?? (station || 'handover')
  return { to: place?.to ?? `/jobs/${props.number}/${name}`, name: names[name] ?? '' }
})
</script>

<template>
  <section class="guide" aria-label="What to do next">
    <p v-if="station.goal" class="quiet small">At the end of {{ station.name }}: {{ station.goal.toLowerCase() }}.</p>
    <p>
      <b>Next: {{ next.message }}.</b> <word-text :text="next.how" />
    </p>
    <p>
      <router-link class="go" :to="way.to">Go there: {{ way.name }}</router-link>
    </p>
  </section>
</template>

<style scoped>
.guide {
  background: var(--stream-tint);
  border-radius: 6px;
  padding: 12px 16px;
  display: grid;
  gap: 4px;
}
p {
  margin: 0;
}
.go {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 700;
}
</style>
