<script setup lang="ts">
/** The calendar itself; its code comes when it is first opened. */
import { NDatePicker } from 'naive-ui'

defineProps<{ day: string | null }>()
const emit = defineEmits<{ day: [day: string] }>()
</script>

<template>
  <n-date-picker
    panel
    type="date"
    :actions="null"
    value-format="yyyy-MM-dd"
    :formatted-value="day"
    @update:formatted-value="(now: string | null) => now && emit('day', now)"
  />
</template>
