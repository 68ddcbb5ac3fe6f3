<script setup lang="ts">
/** Says quietly that what was entered is saved. */
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import { signedOut } from '@/api/client'
import { clock, HERE } from '@/lib/when'
import { useJob } from '@/stores/job'
import HistoryPanel from '@/frame/HistoryPanel.vue'

const store = useJob()
const words = computed(() => {
  if (store.locked) return 'Signed off: frozen'
  if (store.unsent > 0)
    return signedOut.value
      ? `${store.unsent} not sent: sign in again`
      : `${store.unsent} not sent: no connection, sent again when it is back`
  if (store.saving > 0) return 'Saving'
  if (Object.keys(store.faults).length > 0) return 'Not all saved: see the marked field'
  if (store.trouble) return 'Not all saved: see what is said below'
  return store.savedAt ? `Saved ${clock(store.savedAt, HERE)}` : 'All saved'
})
</script>

<template>
  <span class="saved" role="status"
    ><span :class="store.unsent > 0 ? 'unsent' : 'quiet'">{{ words }}</span>
    <span v-if="store.told" class="told">{{ store.told }}</span>
    <template v-if="!store.locked && store.job">
      <n-button
        v-if="store.job.undo_words"
        text
        :title="`Ctrl+Z takes back: ${store.job.undo_words}`"
        @click="store.undo"
        ><template #icon><icon-arrow-back-up /></template>Undo</n-button
      >
      <n-button
        v-if="store.job.redo_words"
        text
        :title="`Ctrl+Shift+Z brings back: ${store.job.redo_words}`"
        @click="store.redo"
        ><template #icon><icon-arrow-forward-up /></template>Redo</n-button
      >
    </template>
    <history-panel />
  </span>
</template>

<style scoped>
.unsent {
  color: var(--rust);
  font-weight: 600;
}
.saved :deep(.n-button__content),
.saved :deep(.n-button__icon) {
  color: var(--ink);
}
.told {
  white-space: normal;
  font-weight: 600;
}
.saved {
  display: inline-flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 12px;
  align-items: center;
  font-size: 13px;
  white-space: nowrap;
}
</style>
