<script setup lang="ts">
/** Who changed what of this job and when, newest first, with what was there before. */
import { NModal } from 'naive-ui'
import { type Change, opWords, who } from '@/frame/changeWords'
import { useChanges } from '@/frame/useChanges'
import { when } from '@/lib/when'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const emit = defineEmits<{ close: [] }>()
const { changes, trouble } = useChanges()
/** Orders of lists say nothing to a reader. */
const told = (change: Change) => change.ops.filter((one) => !one.path.endsWith('/'))
</script>

<template>
  <n-modal show preset="card" title="History of this job" class="history" closable @update:show="emit('close')">
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="!changes.length" class="quiet">Nothing was changed yet.</p>
    <ol v-else aria-label="Changes, newest first">
      <li v-for="one in changes" :key="one.seq" :class="{ gone: one.taken_back }">
        <p>
          <b>{{ one.words }}</b> · {{ who(one) }} ·
          <span class="quiet">{{ when(one.at, store.job?.assessment.zone) }}</span>
          <em v-if="one.undoes_seq"> · takes number {{ one.undoes_seq }} back</em>
          <em v-if="one.taken_back"> · taken back</em>
        </p>
        <p v-for="op in told(one).slice(0, 6)" :key="op.path" class="quiet small">
          {{ opWords(op, prefs.system) }}
        </p>
        <p v-if="told(one).length > 6" class="quiet small">and {{ told(one).length - 6 }} more</p>
      </li>
    </ol>
  </n-modal>
</template>

<style>
.history {
  width: min(720px, 94vw);
}
</style>
<style scoped>
ol {
  display: grid;
  gap: 12px;
  max-height: 60vh;
  overflow: auto;
  padding-left: 0;
  list-style: none;
}
.gone b {
  text-decoration: line-through;
}
</style>
