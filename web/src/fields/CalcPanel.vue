<script setup lang="ts" generic="N extends CalcName">
/** A calculator of the registry as a small panel: its fields, its figures as one types, and its findings. */
import ChoiceBox from '@/fields/ChoiceBox.vue'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useAsked } from '@/api/cache'
import { ApiError, calculate as ask, type CalcName, type CalcResult } from '@/api/client'
import { rewritten } from '@/fields/rows'
import { fromEntry, unitSign } from '@/lib/quantity'
import { VERDICT_WORD } from '@/lib/verdict'
import { usePrefs } from '@/stores/prefs'
import VerdictStone from '@/frame/VerdictStone.vue'

export interface PanelField {
  key: string
  label: string
  unit?: string
  start?: string
  optional?: boolean
  hint?: string
  choices?: { label: string; value: string }[]
}

const props = defineProps<{
  name: N
  fields?: PanelField[]
  fixed: Record<string, unknown>
  show: (result: CalcResult<N>) => [string, string][]
  wait?: string
}>()
const emit = defineEmits<{ typed: [Record<string, unknown>] }>()
const prefs = usePrefs()
const texts = ref<Record<string, string>>(
  Object.fromEntries((props.fields ?? []).map((field) => [field.key, field.start ?? ''])),
)
/** Where the units are changed under it, what stands there keeps its meaning. */
watch(
  () => prefs.system,
  (system, was) => {
    for (const field of (props.fields ?? []).filter((one) => !one.choices))
      texts.value[field.key] = rewritten({ text: texts.value[field.key] ?? '', system: was }, field.unit ?? '', {
        system,
      })
  },
)
const complete = computed(() => (props.fields ?? []).every((field) => field.optional || texts.value[field.key] !== ''))
const typed = computed(() =>
  Object.fromEntries(
    (props.fields ?? [])
      .filter((field) => texts.value[field.key] !== '')
      .map((field) => [
        field.key,
        field.choices
          ? texts.value[field.key]
          : fromEntry(texts.value[field.key] ?? '', field.unit ?? '', prefs.system),
      ]),
  ),
)
const input = computed(() => (complete.value ? JSON.stringify({ ...props.fixed, ...typed.value }) : ''))
/** What is asked: what was typed, once the fingers rest. */
const asked = refDebounced(input, 300)
watch(typed, (now) => emit('typed', now), { immediate: true })
const {
  data,
  error,
  isFetching: busy,
} = useAsked(
  () => ['calc', props.name, asked.value],
  () => ask(props.name, JSON.parse(asked.value) as object),
  () => asked.value !== '',
)
const told = computed(() => (asked.value && !error.value ? data.value : undefined))
const findings = computed(() => told.value?.findings ?? [])
const faults = computed<Record<string, string>>(() =>
  error.value instanceof ApiError
    ? Object.fromEntries(error.value.faults.map((fault) => [fault.field, fault.message]))
    : {},
)
const rows = computed(() => (told.value ? props.show(told.value.result) : []))
const loose = computed(() =>
  Object.entries(faults.value)
    .filter(([field]) => !(props.fields ?? []).some((one) => one.key === field))
    .map(([, message]) => message),
)
</script>

<template>
  <div class="panel">
    <div v-if="fields?.length" class="fields">
      <div v-for="field in fields" :key="field.key" class="field">
        <choice-box
          v-if="field.choices"
          :label="field.label"
          :value="texts[field.key]"
          :options="field.choices"
          @choose="texts[field.key] = $event"
        />
        <label v-else
          >{{ field.label }}<template v-if="field.unit"> ({{ unitSign(field.unit, prefs.system) }})</template>
          <input
            v-model="texts[field.key]"
            inputmode="decimal"
            autocomplete="off"
            :aria-invalid="faults[field.key] ? 'true' : undefined"
        /></label>
        <span v-if="field.hint && !faults[field.key]" class="quiet small hint">{{ field.hint }}</span>
        <span v-if="faults[field.key]" class="fault" role="alert">{{ faults[field.key] }}</span>
      </div>
    </div>
    <p v-for="message in loose" :key="message" class="fault" role="alert">{{ message }}</p>
    <p v-if="!complete && wait" class="quiet">{{ wait }}</p>
    <p v-if="busy && !rows.length" class="quiet" role="status">Calculating</p>
    <table v-if="rows.length" class="grid-table" :aria-label="name.replaceAll('_', ' ')" :aria-busy="busy">
      <tbody>
        <tr v-for="([what, value], index) in rows" :key="index">
          <th scope="row">{{ what }}</th>
          <td>{{ value }}</td>
        </tr>
      </tbody>
    </table>
    <p v-for="finding in findings" :key="finding.code" class="finding">
      <verdict-stone :verdict="finding.level" :size="16" />
      <b>{{ VERDICT_WORD[finding.level] }}: {{ finding.message }}.</b> {{ finding.why }} {{ finding.clears_by }}
    </p>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 12px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.hint {
  font-weight: 400;
}
.fault {
  color: var(--rust);
  font-weight: 600;
  font-size: 13px;
}
.finding svg {
  vertical-align: -3px;
}
th {
  color: var(--ink);
}
td {
  overflow-wrap: anywhere;
}
</style>
