<script setup lang="ts">
/** A value slid along a bar: for what is tried, never for an entry. It has a name, which the library's own does not. */
defineProps<{ label: string; min: number; max: number; step?: number }>()
const value = defineModel<number>('value', { required: true })
</script>

<template>
  <input v-model.number="value" type="range" :aria-label="label" :min="min" :max="max" :step="step ?? 1" />
</template>

<style scoped>
input {
  width: 100%;
  height: 44px;
  margin: 0;
  accent-color: var(--stream);
  cursor: grab;
}
</style>
