<script setup lang="ts">
import { NCheckbox, NSelect } from 'naive-ui'
import type { SelectMixedOption } from 'naive-ui/es/select/src/interface'
import { computed } from 'vue'
import type { Column } from '@/fields/rows'

/** One cell of a grid of rows: shown, chosen, ticked, or typed as text. */
const props = defineProps<{ column: Column; text: string; row: number; faulty: boolean; locked: boolean }>()
const emit = defineEmits<{ set: [text: string]; paste: [event: ClipboardEvent]; enter: [] }>()
const label = computed(() => `${props.column.label}, row ${props.row}`)
/** Words grow onto the next line; a figure, a day or a moment is one line. */
const inLines = computed(() => props.column.text && !props.column.moment && !props.column.day)
const typed = (event: Event) => emit('set', (event.target as HTMLInputElement | HTMLTextAreaElement).value)
/** What words and figures have in common where they are typed. */
const typing = computed(() => ({
  value: props.text,
  disabled: props.locked,
  'aria-invalid': props.faulty ? ('true' as const) : undefined,
  autocomplete: 'off',
  onInput: typed,
  onPaste: (event: ClipboardEvent) => emit('paste', event),
}))
</script>

<template>
  <b v-if="column.plain">{{ text }}</b>
  <n-select
    v-else-if="column.choices"
    :value="text"
    :options="column.choices as SelectMixedOption[]"
    :disabled="locked"
    :aria-label="label"
    :consistent-menu-width="false"
    @update:value="emit('set', $event)"
  />
  <n-checkbox
    v-else-if="column.tick"
    size="large"
    :checked="text === 'yes'"
    :disabled="locked"
    :aria-label="label"
    @update:checked="emit('set', $event ? 'yes' : '')"
  />
  <textarea v-else-if="inLines" v-bind="typing" :aria-label="label" rows="1" @keydown.enter.prevent="emit('enter')" />
  <input
    v-else
    v-bind="typing"
    :aria-label="label"
    :class="{ moment: column.moment, day: column.day }"
    :inputmode="column.text ? 'text' : 'decimal'"
    :placeholder="column.day ? 'year-month-day' : undefined"
    @keydown.enter.prevent="emit('enter')"
  />
</template>

<style scoped>
input {
  width: 100%;
  min-width: 56px;
  height: 44px;
}
input.moment {
  min-width: 160px;
}
input.day {
  min-width: 112px;
}
/* Words are shown whole: what is longer than its column goes on in the next line. */
textarea {
  display: block;
  width: 100%;
  min-width: 76px;
  min-height: 44px;
  padding: 10px 8px;
  line-height: 22px;
  resize: none;
  field-sizing: content;
}
.n-select {
  min-width: 92px;
}
</style>
