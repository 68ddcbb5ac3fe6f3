<script setup lang="ts">
/** Ticks of a list field of the job, each with its words. */
import type { Schemas } from '@/api/client'
import { type Patch, useJob } from '@/stores/job'

const props = defineProps<{
  field:
    | 'needs'
    | 'hazards'
    | 'cautions_seen'
    | 'settled'
    | 'needs_proved'
    | 'reasons'
    | 'conditions'
    | 'ground_checks'
    | 'entry_checks'
    | 'indoor'
  chosen: string[]
  choices: Schemas['Choice'][]
  withText?: boolean
}>()
const store = useJob()
function toggle(code: string): void {
  const now = props.chosen.includes(code) ? props.chosen.filter((one) => one !== code) : [...props.chosen, code]
  void store.patch({ [props.field]: now } as Patch)
}
</script>

<template>
  <ul class="choices">
    <li v-for="choice in choices" :key="choice.code">
      <label
        ><input
          type="checkbox"
          :checked="chosen.includes(choice.code)"
          :disabled="store.locked"
          @change="toggle(choice.code)"
        /><span
          >{{ choice.name }}<span v-if="withText" class="quiet small"><br />{{ choice.text }}</span></span
        ></label
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
  gap: 8px 16px;
}
label {
  display: flex;
  gap: 8px;
  align-items: start;
  min-height: 28px;
}
</style>
