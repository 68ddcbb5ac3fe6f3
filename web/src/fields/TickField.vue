<script setup lang="ts">
/** A yes or no of the job, saved at once. */
import { NCheckbox } from 'naive-ui'
import { type Patch, useJob } from '@/stores/job'

const props = defineProps<{
  field: keyof Patch
  part?: string
  label: string
  value: boolean | undefined
  hint?: string
}>()
const store = useJob()
const toggle = (now: boolean) => store.patch({ [props.field]: props.part ? { [props.part]: now } : now } as Patch)
</script>

<template>
  <div class="tick">
    <n-checkbox size="large" :checked="value === true" :disabled="store.locked" @update:checked="toggle">{{
      label
    }}</n-checkbox>
    <p v-if="hint" class="quiet small">{{ hint }}</p>
  </div>
</template>

<style scoped>
.tick {
  font-weight: 600;
  align-self: end;
  min-height: 44px;
}
</style>
