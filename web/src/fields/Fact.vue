<script setup lang="ts">
/** One fact of the open job by its path: label, unit, hint, bounds and choices come with the fact itself. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { inSystem } from '@/lib/quantity'
import { type Patch, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'
import ChipField from '@/fields/ChipField.vue'
import ChoiceList from '@/fields/ChoiceList.vue'
import EntryField from '@/fields/EntryField.vue'
import PickField from '@/fields/PickField.vue'
import TickField from '@/fields/TickField.vue'
import { factAt, type FactPath, type Option, optionsOf, partsOf } from '@/fields/told'

const props = defineProps<{
  at: FactPath
  /** Instead of the fact's own. */
  label?: string
  hint?: string
  /** What the stores offer, where the choice is not fixed. */
  options?: Option[]
  /** Of the words, those that are asked here. */
  only?: string[]
  bare?: boolean
  /** Of a choice of a few: each is one touch. */
  chips?: boolean
  /** Of words that are all seen to: one press says so. */
  whole?: boolean
  /** Kept from true north, shown and typed from the north that is chosen. */
  bearing?: boolean
  /** What of the words is shown beside their names. */
  withText?: 'text' | 'proof'
}>()
/** A text that may be so long is shown whole, in as many lines as it takes. */
const LINES_FROM = 200
const store = useJob()
const prefs = usePrefs()
/** Words of the house and of the core, which are metric. */
const inUnits = (text?: string | null) => inSystem(text ?? '', prefs.system)
const told = computed(() => factAt(props.at))
const parts = computed(() => partsOf(props.at))
const field = computed(() => parts.value.field as keyof Patch)
const value = computed<unknown>(() => {
  const { room, field, part } = parts.value
  const whole = (store.job?.facts as unknown as Record<string, Record<string, unknown>>)[room]?.[field]
  return part ? (whole as Record<string, unknown> | undefined)?.[part] : whole
})
/** A moment as one types it. */
const entry = computed(() =>
  told.value.kind === 'moment' && typeof value.value === 'string'
    ? value.value.slice(0, 16).replace('T', ' ')
    : (value.value as string | number | null | undefined),
)
const options = computed(() => props.options ?? optionsOf(told.value))
const words = computed(() => {
  const list = told.value.words as keyof Schemas['HouseWords'] | undefined
  const all: Schemas['Need'][] = list
    ? ((store.job?.facts.picks.words?.[list] ?? []) as Schemas['Need'][])
    : options.value.map((one) => ({ code: one.value, name: one.label }) as Schemas['Need'])
  return all
    .filter((one) => props.only?.includes(one.code) ?? true)
    .map((one) => ({ code: one.code, name: one.name, text: inUnits(props.withText && one[props.withText]) }))
})
const declination = computed(() => {
  const told = store.job?.assessment
  return told?.aim?.declination_deg ?? told?.panel_aim?.declination_deg
})
const byCompass = computed(() => props.bearing && prefs.north === 'magnetic' && declination.value != null)
const fromNorth = computed(() =>
  byCompass.value ? 'As your compass reads it (m changes it)' : 'From true north (m changes it)',
)
const named = computed(() => ({
  field: field.value,
  part: parts.value.part,
  label: props.label ?? told.value.label,
  hint: props.bearing && declination.value != null ? fromNorth.value : inUnits(props.hint ?? told.value.hint),
}))
</script>

<template>
  <choice-list
    v-if="told.kind === 'words'"
    :field="field"
    :label="named.label"
    :chosen="(value as string[] | undefined) ?? []"
    :choices="words"
    :whole="whole"
  />
  <tick-field v-else-if="told.kind === 'tick'" v-bind="named" :value="value === true" />
  <chip-field v-else-if="chips" v-bind="named" :value="String(value ?? '')" :options="options" />
  <pick-field
    v-else-if="told.kind === 'choice' || options.length"
    v-bind="named"
    :value="String(value ?? '')"
    :options="options"
  />
  <entry-field
    v-else
    v-bind="named"
    :value="entry"
    :unit="told.unit"
    :numeric="told.kind === 'number'"
    :add="bearing ? (byCompass ? -(declination ?? 0) : 0) : undefined"
    :day="told.kind === 'day'"
    :placeholder="told.placeholder"
    :maxlength="told.max_length"
    :lines="told.kind === 'text' && (told.max_length ?? 0) >= LINES_FROM"
    :bare="bare"
  />
</template>
