<script setup lang="ts">
/** A button that takes a file from this device; its code comes when one is shown. */
import { defineAsyncComponent } from 'vue'

const FilePickButton = defineAsyncComponent(() => import('@/fields/FilePickButton.vue'))
defineProps<{
  label: string
  /** What stands on the button, where the label says more than fits. */ text?: string
  accept?: string
  multiple?: boolean
  disabled?: boolean
}>()
const emit = defineEmits<{ files: [files: File[]] }>()
</script>

<template>
  <file-pick-button v-bind="$props" @files="emit('files', $event)" />
</template>
