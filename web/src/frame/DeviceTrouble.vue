<script setup lang="ts">
/** Why the terminal says nothing: that none is connected is no fault, that one does not answer is. */
import { IconPlugConnectedX } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { useJob } from '@/stores/job'

defineProps<{ again?: boolean }>()
const store = useJob()
</script>

<template>
  <p
    v-if="store.deviceTrouble"
    :class="['unreached', store.deviceAbsent ? 'quiet' : 'trouble']"
    :role="store.deviceAbsent ? 'status' : 'alert'"
  >
    <icon-plug-connected-x :size="18" aria-hidden="true" /> {{ store.deviceTrouble }}
    <n-button v-if="again && !store.deviceAbsent" size="small" @click="store.poll">Try again</n-button>
  </p>
</template>

<style scoped>
.unreached {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 0;
}
</style>
