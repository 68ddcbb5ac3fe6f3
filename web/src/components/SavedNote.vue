<script setup lang="ts">
/** Says quietly that what was entered is saved. */
import { IconArrowBackUp } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import { useJob } from '@/stores/job'

const store = useJob()
const words = computed(() => {
  if (store.locked) return 'Signed off: frozen'
  if (store.unsent > 0) return `${store.unsent} not sent: no connection, sent again when it is back`
  if (store.saving > 0) return 'Saving'
  if (Object.keys(store.faults).length > 0) return 'Not all saved: see the marked field'
  return store.savedAt
    ? `Saved ${store.savedAt.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}`
    : 'All saved'
})
</script>

<template>
  <span class="saved" role="status"
    ><span :class="store.unsent > 0 ? 'unsent' : 'quiet'">{{ words }}</span>
    <n-button v-if="store.undos.length && !store.locked" text size="small" title="Ctrl+Z" @click="store.undo"
      ><template #icon><icon-arrow-back-up /></template>Undo</n-button
    >
  </span>
</template>

<style scoped>
.unsent {
  color: var(--rust);
  font-weight: 600;
}
.saved {
  display: inline-flex;
  gap: 12px;
  align-items: center;
  font-size: 13px;
  white-space: nowrap;
}
</style>
