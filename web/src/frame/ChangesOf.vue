<script setup lang="ts">
/** Who changed some entries and when, newest first: those of these paths. */
import { computed } from 'vue'
import { opWords, who } from '@/frame/changeWords'
import { useChanges } from '@/frame/useChanges'
import { when } from '@/lib/when'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ of: string[]; title: string }>()
const store = useJob()
const prefs = usePrefs()
const { changes, trouble } = useChanges()
const rows = computed(() =>
  changes.value.flatMap((one) =>
    one.ops.filter((op) => props.of.includes(op.path)).map((op) => ({ key: `${one.seq} ${op.path}`, one, op })),
  ),
)
</script>

<template>
  <h3>{{ title }}</h3>
  <p v-if="trouble" class="quiet">It cannot be read now: {{ trouble }}</p>
  <p v-else-if="!rows.length" class="quiet">Not among the newest changes of this job.</p>
  <ul v-else class="changes">
    <li v-for="{ key, one, op } in rows" :key="key" :class="{ gone: one.taken_back }">
      <b>{{ opWords(op, prefs.system) }}</b> · {{ who(one) }} ·
      <span class="quiet">{{ when(one.at, store.job?.assessment.zone) }}</span><em v-if="one.taken_back">
        · taken back</em
      >
    </li>
  </ul>
</template>

<style scoped>
.changes {
  display: grid;
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.gone b {
  text-decoration: line-through;
}
</style>
