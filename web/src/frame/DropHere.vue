<script setup lang="ts">
/** A file dragged over the page is taken wherever it fits; where it fits in more than one place, one is asked. */
import { useEventListener } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { nextTick, ref } from 'vue'
import { anyTaker, type Taker, takersOf } from '@/lib/drops'

const over = ref(false)
const asked = ref<{ files: File[]; takers: Taker[] } | null>(null)
const trouble = ref('')
const panel = ref<HTMLElement | null>(null)
const holdsFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false

useEventListener(document, 'dragover', (event: DragEvent) => {
  if (!holdsFiles(event)) return
  event.preventDefault() // else the browser opens the file in place of the page
  over.value = anyTaker()
})
useEventListener(document, 'dragleave', (event: DragEvent) => {
  if (!event.relatedTarget) over.value = false
})
useEventListener(document, 'drop', async (event: DragEvent) => {
  if (!holdsFiles(event)) return
  event.preventDefault()
  over.value = false
  trouble.value = ''
  const files = [...(event.dataTransfer?.files ?? [])]
  if (!files.length) return
  const takers = takersOf(files[0]!, event.target instanceof Element ? event.target : null)
  if (takers.length === 1) return takers[0]!.take(files)
  if (takers.length) asked.value = { files, takers }
  else trouble.value = `Nothing on this page takes ${files[0]!.name}.`
  await nextTick()
  panel.value?.querySelector('button')?.focus()
})
function give(taker: Taker): void {
  const files = asked.value!.files
  asked.value = null
  taker.take(files)
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') leave()
})
const leave = () => {
  asked.value = null
  trouble.value = ''
}
</script>

<template>
  <div v-if="over" class="over" role="status">Drop it: it goes where it fits on this page</div>
  <div v-if="asked || trouble" ref="panel" class="ask" role="dialog" aria-label="A dropped file">
    <template v-if="asked">
      <b>What is {{ asked.files[0]!.name }}?</b>
      <n-button v-for="one in asked.takers" :key="one.label()" @click="give(one)">{{ one.label() }}</n-button>
    </template>
    <p v-else class="trouble" role="alert">{{ trouble }}</p>
    <n-button quaternary @click="leave">Leave it</n-button>
  </div>
</template>

<style scoped>
.over,
.ask {
  position: fixed;
  z-index: 40;
  left: 50%;
  transform: translateX(-50%);
  background: var(--sheet);
  border: 2px solid var(--stream);
  border-radius: 6px;
}
.over {
  bottom: 24px;
  padding: 12px 20px;
  font-weight: 700;
  pointer-events: none;
}
.ask {
  top: 20vh;
  width: min(420px, 92vw);
  padding: 16px;
  display: grid;
  gap: 8px;
}
</style>
