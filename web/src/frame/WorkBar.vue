<script setup lang="ts">
/** The progress of long work, with a button that stops it. */
import { NButton } from 'naive-ui'

defineProps<{ what: string; running: boolean; progress: number; trouble: string }>()
const emit = defineEmits<{ stop: [] }>()
</script>

<template>
  <div v-if="running" class="row" role="status">
    <progress :value="progress" max="1" :aria-label="what" />
    <span class="quiet">{{ what }}, {{ Math.round(progress * 100) }} %</span>
    <n-button size="small" @click="emit('stop')">Stop</n-button>
  </div>
  <p v-else-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
</template>

<style scoped>
progress {
  width: 220px;
  height: 12px;
  accent-color: var(--stream);
}
</style>
