<script setup lang="ts">
/** Where a finding doubts what something belongs to: one press says that it belongs to what the job says now. */
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import { useJob } from '@/stores/job'

const props = defineProps<{ station: string; code: string; label: string }>()
const emit = defineEmits<{ said: [] }>()
const store = useJob()
const doubted = computed(() =>
  store.job?.assessment.stations
    .find((one) => one.code === props.station)
    ?.findings.find((one) => one.code === props.code && one.level !== 'clear'),
)
</script>

<template>
  <p v-if="doubted && !store.locked" class="said" role="status">
    <span>{{ doubted.message }}.</span>
    <n-button size="large" @click="emit('said')">{{ label }}</n-button>
  </p>
</template>

<style scoped>
.said {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1rem;
  align-items: center;
  margin: 0.5rem 0;
}
</style>
