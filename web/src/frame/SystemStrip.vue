<script setup lang="ts">
/** The chosen system in one line, the parts that this station works on marked; unfolded, what is plugged where. */
import { computed, ref } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import type { Station } from '@/router'
import { useJob } from '@/stores/job'

const props = defineProps<{ station: Station }>()
const store = useJob()
const open = ref(false)
const every = computed(() =>
  [...(store.catalogue?.terminals.find((one) => one.code === store.job?.facts.brief.terminal_code)?.blocks ?? [])]
    .sort((a, b) => a.column - b.column || a.row - b.row)
    .map((one) => ({ code: one.code, name: one.name, here: (one.stations ?? []).includes(props.station) })),
)
/** One line: where the work is, and what stands before and behind it. */
const parts = computed(() => {
  const at = every.value.flatMap((one, index) => (one.here ? [index] : []))
  const near = (index: number) => at.some((one) => Math.abs(one - index) <= 1)
  return every.value.filter((_, index) => near(index))
})
</script>

<template>
  <p v-if="store.job?.facts.picks.terminal && !store.catalogue" class="system awaited" aria-hidden="true"></p>
  <details v-else-if="parts.length" class="system" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>
      <span class="quiet">You are here</span>
      <span v-for="one in parts" :key="one.code" :class="['part', { here: one.here }]"
        >{{ one.name }}<span v-if="one.here" class="visually-hidden"> (here)</span></span
      >
    </summary>
    <drawing-view v-if="open" :name="`blocks-${station}`" />
  </details>
</template>

<style scoped>
.system {
  margin: -8px 0 -6px; /* it goes with the sentence above it and the leaves below: what is worked on comes higher */
}
summary {
  display: flex;
  flex-wrap: wrap; /* what finds no room is left out whole: the diagram under it has all */
  gap: 6px;
  align-items: center;
  align-content: flex-start;
  height: 32px;
  padding-block: 3px;
  white-space: nowrap;
  overflow: hidden;
  font-size: 14px;
  cursor: pointer;
}
.awaited {
  height: 32px;
}
summary::before {
  content: '▸';
  color: var(--quiet);
}
.system[open] summary::before {
  content: '▾';
}
.part {
  padding: 1px 8px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  color: var(--quiet);
}
.part.here {
  border: 2px solid var(--stream);
  background: var(--stream-tint);
  color: var(--ink);
  font-weight: 600;
}
@media (max-width: 700px) {
  .part:not(.here) {
    display: none;
  }
}
</style>
