<script setup lang="ts">
import { pathOf } from '@/fields/told'
/** One entry of the job: saved as one types, kept on the screen with a sentence when it cannot be used. */
import { StorageSerializers, useDebounceFn, useSessionStorage } from '@vueuse/core'
import { NButton, NInput } from 'naive-ui'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { rewritten, turn, type Typed } from '@/fields/rows'
import { askWhich } from '@/lib/number'
import { fromEntry, readEntry, toEntry, unitSign } from '@/lib/quantity'
import { type Patch, useJob } from '@/stores/job'
import DayCalendar from '@/fields/DayCalendar.vue'
import WordHelp from '@/frame/WordHelp.vue'
import WordText from '@/frame/WordText.vue'
import { usePrefs } from '@/stores/prefs'

const NUMBER_PAUSE_MS = 16
const WORDS_PAUSE_MS = 450
const REST_MS = 700
const props = withDefaults(
  defineProps<{
    field: keyof Patch
    /** Of a fact that has parts: the one that is entered here. */
    part?: string
    label: string
    value: string | number | null | undefined
    unit?: string
    numeric?: boolean
    hint?: string
    placeholder?: string
    maxlength?: number
    bare?: boolean
    /** A code that nobody else should read over the shoulder: shown on demand. */
    secret?: boolean
    /** A day can be picked from a calendar too. */
    day?: boolean
    /** Words that may run over several lines. */
    lines?: boolean
    /** Of a bearing: what is added to the kept one before it is shown, so that it is as the compass reads it. */
    add?: number
  }>(),
  { part: '', unit: '', hint: '', placeholder: '', maxlength: 400, add: undefined },
)
const store = useJob()
const prefs = usePrefs()
const named = computed(() => (props.part ? `${props.field}.${props.part}` : props.field))
const isNumber = computed(() => props.numeric || props.unit !== '')
const kept = computed(() =>
  props.add !== undefined && typeof props.value === 'number'
    ? Math.round(turn(props.value + props.add) * 10) / 10
    : props.value,
)
const shown = computed(() =>
  isNumber.value ? toEntry(kept.value as number | null, props.unit, prefs.system) : String(props.value ?? ''),
)
/** What has not reached the server survives a reload, and is sent again. */
const draft = useSessionStorage<Typed | null>(`typed-${store.number}-${named.value}`, null, {
  serializer: StorageSerializers.object,
})
/** What the server refused survives too, beside the value that holds and never in its place. */
const refused = useSessionStorage<(Typed & { why: string }) | null>(`not-taken-${store.number}-${named.value}`, null, {
  serializer: StorageSerializers.object,
})
/** In what is typed now; the text keeps its meaning where units or north are changed under it. */
const inNow = (text: string): Typed => ({ text, system: prefs.system, add: props.add })
const source = ref<Typed>(draft.value ?? inNow(shown.value))
const asShown = (one: Typed) => (isNumber.value ? rewritten(one, props.unit, inNow('')) : one.text)
const text = ref(asShown(source.value))
const dirty = ref(draft.value !== null)
watch([() => prefs.system, () => props.add], () => {
  if (dirty.value) text.value = asShown(source.value)
})
/** The two readings of a number that could be either. */
const ask = computed(() => {
  const read = isNumber.value && dirty.value ? readEntry(source.value.text, props.unit, source.value.system) : null
  return read && 'ask' in read ? read.ask : null
})
const fault = computed(
  () => store.faults[named.value] ?? (ask.value ? askWhich(text.value.trim(), ask.value) : undefined),
)
watch(shown, (now) => {
  if (dirty.value && !fault.value && text.value !== now) return // being typed: what comes back is an earlier keystroke's
  settle(now) // another way brought a value: a refused text does not stand in front of it
})
function settle(now: string): void {
  text.value = now
  source.value = inNow(now)
  dirty.value = false
  draft.value = null
  refused.value = null
  delete store.faults[named.value]
}

let sending: { from: Typed; done: Promise<boolean> } | null = null
async function save(): Promise<void> {
  const typed = text.value
  const from = source.value
  if (sending?.from === from) {
    await sending.done
    return
  } // the pause and the leaving of the field ask for the same
  if (ask.value) return // it is asked which is meant
  const read = isNumber.value ? fromEntry(from.text, props.unit, from.system) : typed
  const value = from.add !== undefined && typeof read === 'number' ? turn(read - from.add) : read
  if (!dirty.value || (typed === shown.value && !fault.value)) {
    dirty.value = false
    draft.value = null
    return
  }
  const mine = {
    from,
    done: store.patch({ [props.field]: props.part ? { [props.part]: value } : value } as Patch),
  }
  sending = mine
  const saved = await mine.done.finally(() => {
    if (sending === mine) sending = null
  })
  const why = store.faults[named.value]
  refused.value = !saved && why ? { ...from, why } : null
  if (source.value === from) draft.value = saved || why ? null : from
  if (!saved || source.value !== from) return
  dirty.value = false
  if (left) text.value = shown.value
}
/** Leaving the field shows what was saved, in its usual form; the answer may come after it was left. */
let left = false
async function leave(): Promise<void> {
  typing.value = false
  left = true
  await save()
  if (!dirty.value) text.value = shown.value
}
let gone = false
/** Figures follow the fingers; words and places wait until a person has come to an end of them. */
const saveSoon = useDebounceFn(
  async () => {
    if (sending) await sending.done // of what is typed meanwhile the last counts
    if (!gone) await save()
  },
  () => (isNumber.value ? NUMBER_PAUSE_MS : WORDS_PAUSE_MS),
)
/** What the server says against half a figure is not said while the other half is still being typed. */
const typing = ref(false)
const said = computed(() => {
  const now = fault.value // looked at in any case, so that it is known at once when the rest comes
  return typing.value && !ask.value ? undefined : now
})
const restSoon = useDebounceFn(() => (typing.value = false), REST_MS)
/** What was typed in the last moment is sent before the page, or the job, is left. */
const flush = () => {
  if (dirty.value && !gone) void save()
}
store.flushers.add(flush)
onBeforeUnmount(() => {
  flush()
  gone = true
  store.flushers.delete(flush)
})
if (draft.value !== null) void save()
function typed(now: string): void {
  text.value = now
  source.value = inNow(now)
  left = false
  dirty.value = true
  typing.value = true
  draft.value = source.value // until the server has it
  void restSoon()
  void saveSoon()
}
/** One of the two readings, or a day of the calendar. */
function choose(reading: string): void {
  typed(reading)
  void save()
}
/** What was refused comes back into the field, to be put right. */
function again(): void {
  if (refused.value) {
    const { text: raw, system, add } = refused.value
    source.value = { text: raw, system, add }
    text.value = asShown(source.value)
  }
  dirty.value = true
}
const holds = computed(() =>
  fault.value && !ask.value && shown.value !== '' && shown.value !== text.value
    ? `${shown.value}${props.unit ? ` ${unitSign(props.unit, prefs.system)}` : ''}`
    : '',
)
const earlier = computed(() => (refused.value && refused.value.text !== text.value ? refused.value : null))
const id = computed(() => `field-${named.value}`)
</script>

<template>
  <div class="entry" :class="{ lines }" :data-fact="pathOf(field)">
    <div :class="{ 'visually-hidden': bare, head: !bare }">
      <label :for="id">{{ label }}</label> <word-help v-if="!bare" :text="label" />
    </div>
    <n-input
      :value="text"
      :maxlength="maxlength"
      :placeholder="placeholder"
      :disabled="store.locked"
      :type="secret ? 'password' : lines ? 'textarea' : 'text'"
      :autosize="lines ? { minRows: 1, maxRows: 8 } : undefined"
      :show-password-on="secret ? 'click' : undefined"
      :status="said ? 'error' : undefined"
      :input-props="{
        id,
        inputmode: isNumber ? 'decimal' : 'text',
        'aria-invalid': said ? 'true' : undefined,
        'aria-describedby': said || hint ? `${id}-note` : undefined,
        autocomplete: 'off',
      }"
      @update:value="typed"
      @blur="leave"
      @keydown.enter.prevent="leave"
    >
      <template v-if="unit" #suffix>{{ unitSign(unit, prefs.system) }}</template>
      <template v-else-if="day && !store.locked" #suffix
        ><day-calendar :label="label" :day="text" @day="choose"
      /></template>
    </n-input>
    <p v-if="ask" class="ask">
      <n-button v-for="one in ask" :key="one" size="small" @click="choose(one)">{{ one }}</n-button>
    </p>
    <p v-if="said" :id="`${id}-note`" class="fault" role="alert">
      {{ said }}<template v-if="holds"> Still holds: {{ holds }}.</template>
    </p>
    <p v-else-if="earlier" class="fault" role="status">
      “{{ earlier.text }}” was not taken: {{ earlier.why }}
      <n-button text size="small" @click="again">Put it right</n-button>
      <n-button text size="small" @click="refused = null">Let it go</n-button>
    </p>
    <p v-else-if="hint" :id="`${id}-note`" class="quiet small"><word-text :text="hint" /></p>
  </div>
</template>

<style scoped>
.ask {
  display: flex;
  gap: 8px;
}
.entry {
  display: grid;
  gap: 4px;
}
@media (min-width: 760px) {
  .fields > .lines {
    grid-column: span 2; /* of a row of fields; elsewhere it would make a second column */
  }
}
label {
  font-weight: 600;
  font-size: 14px;
}
.said {
  color: var(--rust);
  font-size: 13px;
  font-weight: 600;
  overflow-wrap: anywhere;
}
</style>
