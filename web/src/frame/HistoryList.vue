<script setup lang="ts">
/** Who changed what of this job and when, newest first, with what was there before. */
import { NModal } from 'naive-ui'
import { computed } from 'vue'
import { useAsked } from '@/api/cache'
import client, { type Schemas, TAB, unwrap } from '@/api/client'
import { when } from '@/lib/when'
import { useJob } from '@/stores/job'

type Change = Schemas['ChangeOut']
const store = useJob()
const emit = defineEmits<{ close: [] }>()
const { data, error } = useAsked(
  () => ['changes', store.number, store.job?.head],
  () => unwrap(client.GET('/api/jobs/{number}/changes', { params: { path: { number: store.number } } })),
)
const changes = computed(() => data.value ?? [])
const trouble = computed(() => error.value?.message ?? '')
const brief = (value: unknown): string => {
  if (value === null || value === undefined || value === '') return 'nothing'
  const text = typeof value === 'object' ? rowWords(value as Record<string, unknown>) : String(value)
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}
const rowWords = (row: Record<string, unknown>): string =>
  Array.isArray(row)
    ? `${row.length} entries`
    : Object.entries(row)
        .filter(([name, value]) => name !== 'id' && ['string', 'number'].includes(typeof value) && value !== '')
        .map(([name, value]) => `${name.replaceAll('_', ' ')} ${String(value)}`)
        .join(', ')
/** Orders of lists say nothing to a reader. */
const told = (change: Change) => change.ops.filter((one) => !one.path.endsWith('/'))
const fact = (path: string) => path.split('/')[0]!.split('.').slice(1).join(', ').replaceAll('_', ' ')
const who = (change: Change) =>
  `${change.by || (change.device === 'terminal' ? 'The terminal' : 'Rindle')}${
    change.device && change.device !== TAB && change.device !== 'terminal' ? ', another screen' : ''
  }`
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
          {{ fact(op.path) }}: {{ brief(op.before) }} → {{ brief(op.after) }}
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
