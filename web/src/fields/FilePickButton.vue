<script setup lang="ts">
/** A button that takes a file from this device. */
import { IconUpload } from '@tabler/icons-vue'
import { computed, ref } from 'vue'
import { useDrops } from '@/lib/drops'
import { NButton, NUpload, type UploadFileInfo } from 'naive-ui'

const props = defineProps<{
  label: string
  /** What stands on the button, where the label says more than fits. */ text?: string
  accept?: string
  multiple?: boolean
  disabled?: boolean
}>()
const emit = defineEmits<{ files: [files: File[]] }>()
const place = ref<{ $el: Element } | null>(null)
useDrops(
  () => props.label,
  () => (props.disabled ? '.nothing' : (props.accept ?? '')),
  computed(() => place.value?.$el ?? null),
  (files) => emit('files', props.multiple ? files : files.slice(0, 1)),
)
/** Nothing is sent by the button itself: what was chosen is handed on. */
function chosen({ fileList }: { fileList: UploadFileInfo[] }): void {
  const files = fileList.flatMap((one) => (one.file ? [one.file] : []))
  if (files.length) emit('files', files)
}
</script>

<template>
  <n-upload
    ref="place"
    class="pick-file"
    :default-upload="false"
    :show-file-list="false"
    :file-list="[]"
    :accept="accept"
    :multiple="multiple"
    :disabled="disabled"
    :input-props="{ 'aria-label': label }"
    @change="chosen"
  >
    <n-button :size="text ? 'small' : 'medium'" :disabled="disabled"
      ><template #icon><icon-upload /></template>{{ text ?? label }}</n-button
    >
  </n-upload>
</template>

<style scoped>
.pick-file {
  width: auto;
  display: inline-block;
  align-self: end;
}
</style>
