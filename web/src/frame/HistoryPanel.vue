<script setup lang="ts">
/** Opens the history of the job. */
import { IconHistory } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { defineAsyncComponent, ref } from 'vue'

const HistoryList = defineAsyncComponent(() => import('@/frame/HistoryList.vue'))
const open = ref(false)
</script>

<template>
  <n-button text title="Who changed what, and when" @click="open = true"
    ><template #icon><icon-history /></template>History</n-button
  >
  <history-list v-if="open" @close="open = false" />
</template>
