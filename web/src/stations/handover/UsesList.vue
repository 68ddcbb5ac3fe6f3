<script setup lang="ts">
/** What the measured line is good for: each use with the figures it was judged by. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import VerdictStone from '@/frame/VerdictStone.vue'
import { beside } from '@/lib/finding'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const uses = computed(() => store.job?.assessment.uses_proved ?? [])
const IT = { clear: 'works', mind: 'suffers', hold: 'fails', unknown: 'not known yet' }
const BOUND = { at_least: 'wants', at_most: 'bears' }
const told = (one: Schemas['UseFigure']) => {
  const { figure, limit } = beside({ ...one, upper: null }, prefs.system)
  return `${one.what} ${figure}, ${BOUND[one.bound]} ${limit}`
}
</script>

<template>
  <ul class="uses" aria-label="What the line is good for">
    <li v-for="one in uses" :key="one.code">
      <verdict-stone :verdict="one.level" :size="22" />
      <span
        ><b>{{ one.name }} {{ IT[one.level] }}</b
        ><span class="quiet small">{{ one.text }}</span></span
      >
      <span class="small">
        <span v-for="row in one.figures" :key="row.what" :class="row.level">{{ told(row) }}</span>
        <span v-if="!one.watched" class="quiet">Gaps: not watched well enough to say</span>
      </span>
    </li>
  </ul>
</template>

<style scoped>
.uses {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 28px minmax(180px, 1fr) minmax(220px, 1fr);
  gap: 12px;
  padding: 8px 0;
  border-top: 1px solid var(--rule);
  align-items: start;
}
li > span {
  display: grid;
}
.hold {
  color: var(--rust);
  font-weight: 600;
}
.mind {
  color: var(--ochre);
  font-weight: 600;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: 28px minmax(0, 1fr);
  }
  li > span:last-child {
    grid-column: 2;
  }
}
</style>
