<script setup lang="ts">
/** A button that takes a file from this device. */
import { IconUpload } from '@tabler/icons-vue'
import { NButton, NUpload, type UploadFileInfo } from 'naive-ui'

defineProps<{ label: string; accept?: string; multiple?: boolean; disabled?: boolean }>()
const emit = defineEmits<{ files: [files: File[]] }>()
/** Nothing is sent by the button itself: what was chosen is handed on. */
function chosen({ fileList }: { fileList: UploadFileInfo[] }): void {
  const files = fileList.flatMap((one) => (one.file ? [one.file] : []))
  if (files.length) emit('files', files)
}
</script>

<template>
  <n-upload
    :default-upload="false"
    :show-file-list="false"
    :file-list="[]"
    :accept="accept"
    :multiple="multiple"
    :disabled="disabled"
    :input-props="{ 'aria-label': label }"
    @change="chosen"
  >
    <n-button :disabled="disabled"
      ><template #icon><icon-upload /></template>{{ label }}</n-button
    >
  </n-upload>
</template>
