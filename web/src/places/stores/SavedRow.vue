<script setup lang="ts">
/** Whether what was typed is saved, and the way back and forth. */
import { NButton } from 'naive-ui'

defineProps<{ saved: boolean; sending: boolean; trouble: string; canBack: boolean; canAgain: boolean }>()
const emit = defineEmits<{ back: []; again: [] }>()
</script>

<template>
  <p class="row">
    <n-button size="small" :disabled="!canBack" @click="emit('back')">Undo</n-button>
    <n-button v-if="canAgain" size="small" @click="emit('again')">Redo</n-button>
    <span v-if="trouble" class="fault" role="alert">Not saved: {{ trouble }}</span>
    <span v-else class="quiet" role="status">{{ sending ? 'Saving' : saved ? 'Saved' : 'Typing' }}</span>
  </p>
</template>

<style scoped>
.fault {
  color: var(--rust);
  font-weight: 600;
}
</style>
