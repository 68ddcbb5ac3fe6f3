<script setup lang="ts">
/** A yes or no of the job, saved at once. */
import { type Patch, useJob } from '@/stores/job'

const props = defineProps<{ field: keyof Patch; label: string; value: boolean | undefined; hint?: string }>()
const store = useJob()
const toggle = () => store.patch({ [props.field]: !props.value } as Patch)
</script>

<template>
  <div>
    <label><input type="checkbox" :checked="value" :disabled="store.locked" @change="toggle" /> {{ label }}</label>
    <p v-if="hint" class="quiet small">{{ hint }}</p>
  </div>
</template>

<style scoped>
label {
  display: flex;
  gap: 8px;
  align-items: center;
  font-weight: 600;
  min-height: 40px;
}
</style>
