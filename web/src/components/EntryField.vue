<script setup lang="ts">
/** One entry of the job: saved as one types, kept on the screen with a sentence when it cannot be used. */
import { useDebounceFn, useSessionStorage } from '@vueuse/core'
import { NInput } from 'naive-ui'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { fromEntry, toEntry, unitSign } from '@/lib/quantity'
import { type Patch, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = withDefaults(defineProps<{ field: keyof Patch; label: string; value: string | number | null | undefined; unit?: string; numeric?: boolean; hint?: string; placeholder?: string; maxlength?: number; bare?: boolean }>(), { unit: '', hint: '', placeholder: '', maxlength: 400 })
const store = useJob()
const prefs = usePrefs()
const isNumber = computed(() => props.numeric || props.unit !== '')
const shown = computed(() => (isNumber.value ? toEntry(props.value as number | null, props.unit, prefs.system) : String(props.value ?? '')))
// What could not be saved survives a reload of the page.
const draft = useSessionStorage<string | null>(`draft-${store.number}-${props.field}`, null)
const text = ref(draft.value ?? shown.value)
const dirty = ref(draft.value !== null)
const fault = computed(() => store.faults[props.field])
watch(shown, (now) => { if (!dirty.value) text.value = now })

let sending: { typed: string; done: Promise<boolean> } | null = null
async function save(): Promise<void> {
  const typed = text.value
  if (sending?.typed === typed) { await sending.done; return } // the pause and the leaving of the field ask for the same
  const value = isNumber.value ? fromEntry(typed, props.unit, prefs.system) : typed
  if (!dirty.value || (typed === shown.value && !fault.value)) { dirty.value = false; return }
  const mine = { typed, done: store.patch({ [props.field]: value } as Patch, { [props.field]: props.value ?? (isNumber.value ? null : '') } as Patch) }
  sending = mine
  const saved = await mine.done.finally(() => { if (sending === mine) sending = null })
  draft.value = saved ? null : typed
  if (saved && text.value === typed) dirty.value = false
}
/** Leaving the field shows what was saved, in its usual form. */
async function leave(): Promise<void> {
  await save()
  if (!dirty.value) text.value = shown.value
}
let gone = false
const saveSoon = useDebounceFn(async () => { if (!gone) await save() }, 450)
/** What was typed in the last moment is sent before the page, or the job, is left. */
const flush = () => { if (dirty.value && !gone) void save() }
store.flushers.add(flush)
onBeforeUnmount(() => { flush(); gone = true; store.flushers.delete(flush) })
if (draft.value !== null) void save()
function typed(now: string): void { text.value = now; dirty.value = true; void saveSoon() }
const id = computed(() => `field-${props.field}`)
</script>

<template>
  <div class="entry">
    <label :for="id" :class="{ 'visually-hidden': bare }">{{ label }}</label>
    <n-input
      :value="text" :maxlength="maxlength" :placeholder="placeholder" :disabled="store.locked" :status="fault ? 'error' : undefined"
      :input-props="{ id, inputmode: isNumber ? 'decimal' : 'text', 'aria-invalid': fault ? 'true' : undefined, 'aria-describedby': fault || hint ? `${id}-note` : undefined, autocomplete: 'off' }"
      @update:value="typed" @blur="leave" @keydown.enter="leave">
      <template v-if="unit" #suffix>{{ unitSign(unit, prefs.system) }}</template>
    </n-input>
    <p v-if="fault" :id="`${id}-note`" class="fault" role="alert">{{ fault }}</p>
    <p v-else-if="hint" :id="`${id}-note`" class="quiet small">{{ hint }}</p>
  </div>
</template>

<style scoped>
.entry { display: grid; gap: 4px; }
label { font-weight: 600; font-size: 14px; }
.fault { color: var(--rust); font-size: 13px; font-weight: 600; overflow-wrap: anywhere; }
</style>
