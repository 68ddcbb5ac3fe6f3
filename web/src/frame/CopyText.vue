<script setup lang="ts">
/** A text that is copied whole, and can be read out by the machine where it has a voice. */
import { IconCopy, IconVolume } from '@tabler/icons-vue'
import { useClipboard, useSpeechSynthesis } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { ref } from 'vue'

const props = defineProps<{ text: string; spoken?: string; what: string }>()
const { copy, copied } = useClipboard({ legacy: true })
const { isSupported, speak } = useSpeechSynthesis(() => props.spoken ?? props.text)
const said = ref(false)
function say(): void {
  said.value = true
  speak()
}
</script>

<template>
  <div class="row copy">
    <pre>{{ text }}</pre>
    <n-button size="small" :aria-label="`Copy ${what}`" @click="copy(text)"
      ><template #icon><icon-copy /></template>{{ copied ? 'Copied' : 'Copy' }}</n-button
    >
    <n-button v-if="spoken && isSupported" size="small" :aria-label="`Read out ${what}`" @click="say"
      ><template #icon><icon-volume /></template>Read out</n-button
    >
    <p v-if="spoken && said" class="quiet small wide">{{ spoken }}</p>
  </div>
</template>

<style scoped>
pre {
  margin: 0;
  font:
    600 15px/1.5 'Atkinson Hyperlegible Next Variable',
    sans-serif;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  border: 1px solid var(--rule);
  border-radius: 6px;
  padding: 6px 12px;
  flex: 0 1 auto;
  min-width: 0;
}
.copy {
  align-items: start;
}
.wide {
  flex-basis: 100%;
}
</style>
