<script setup lang="ts">
/** Ticks of a list of words of the job. Each tick is a change of its own, so that two people can tick at once. */
import { NCheckbox } from 'naive-ui'
import { type Patch, useJob } from '@/stores/job'

const props = defineProps<{
  field: keyof Patch
  label: string
  chosen: string[]
  choices: { code: string; name: string; text: string }[]
}>()
const store = useJob()
function toggle(code: string): void {
  const now = props.chosen.includes(code) ? props.chosen.filter((one) => one !== code) : [...props.chosen, code]
  void store.patch({ [props.field]: now } as Patch)
}
</script>

<template>
  <ul class="choices" :aria-label="label">
    <li v-for="choice in choices" :key="choice.code">
      <n-checkbox
        size="large"
        :checked="chosen.includes(choice.code)"
        :disabled="store.locked"
        @update:checked="toggle(choice.code)"
        >{{ choice.name }}<span v-if="choice.text" class="quiet small"><br />{{ choice.text }}</span></n-checkbox
      >
    </li>
  </ul>
</template>

<style scoped>
.choices {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 4px 16px;
}
.choices :deep(.n-checkbox) {
  min-height: 36px;
  align-items: start;
  padding: 6px 0;
}
</style>
