<script setup lang="ts">
/** The verdict of a station and how many findings there are: on screens too narrow for the margin beside the sheet. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { VERDICT_WORD } from '@/lib/verdict'
import VerdictStone from '@/frame/VerdictStone.vue'

const props = defineProps<{ station: Schemas['StationView'] }>()
const counts = computed(() =>
  (['hold', 'mind', 'unknown'] as const)
    .map((level) => [level, props.station.findings.filter((one) => one.level === level).length] as const)
    .filter(([, count]) => count > 0)
    .map(([level, count]) => `${count} ${{ hold: 'on hold', mind: 'to mind', unknown: 'not yet known' }[level]}`)
    .join(', '),
)
function down(): void {
  const findings = document.getElementById('findings')
  findings?.scrollIntoView()
  findings?.focus({ preventScroll: true })
}
</script>

<template>
  <button type="button" class="verdict" @click="down">
    <verdict-stone :verdict="station.verdict" /> <b>{{ VERDICT_WORD[station.verdict] }}</b>
    <span v-if="counts" class="quiet">{{ counts }}</span>
  </button>
</template>

<style scoped>
.verdict {
  display: none;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
@media (max-width: 1100px) {
  .verdict {
    display: flex;
    margin: -10px 0;
  }
}
</style>
