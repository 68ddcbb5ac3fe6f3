<script setup lang="ts">
/** One of several, chosen for what the screen does or for a part of the job that has a way of its own. */
import { NSelect } from 'naive-ui'
import type { SelectMixedOption } from 'naive-ui/es/select/src/interface'

defineProps<{
  label: string
  value: string | number | null | undefined
  options: { label: string; value: string | number }[]
  disabled?: boolean
  placeholder?: string
  /** The label is read aloud and not shown. */
  bare?: boolean
}>()
const emit = defineEmits<{ choose: [value: string] }>()
</script>

<template>
  <div class="entry">
    <span v-if="!bare" class="label">{{ label }}</span>
    <n-select
      :value="value ?? null"
      :options="options as SelectMixedOption[]"
      :disabled="disabled"
      :filterable="options.length > 12"
      :placeholder="placeholder ?? 'Choose'"
      :aria-label="label"
      :consistent-menu-width="false"
      @update:value="emit('choose', String($event ?? ''))"
    />
  </div>
</template>

<style scoped>
.entry {
  display: grid;
  gap: 4px;
  min-width: 144px;
}
.label {
  font-weight: 600;
  font-size: 14px;
}
</style>
