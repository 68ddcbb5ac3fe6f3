<script setup lang="ts">
/** A choice of a few, each of which is one touch; the one in use is taken back by touching it again. */
import { computed } from 'vue'
import WordHelp from '@/frame/WordHelp.vue'
import ChipRow from '@/fields/ChipRow.vue'
import { pathOf } from '@/fields/told'
import { type Patch, useJob } from '@/stores/job'

const props = defineProps<{
  field: keyof Patch
  label: string
  value: string
  options: { label: string; value: string }[]
  hint?: string
}>()
const store = useJob()
const named = computed(() => props.options.filter((one) => one.value !== ''))
/** More words than a column of fields has room for take the whole row, instead of a pile. */
const ROOM_OF_A_COLUMN = 26
const wide = computed(() => named.value.reduce((sum, one) => sum + one.label.length + 3, 0) > ROOM_OF_A_COLUMN)
const pick = (now: string) => store.patch({ [props.field]: now === props.value ? '' : now } as Patch)
</script>

<template>
  <div :class="['entry', { wide }]" :data-fact="pathOf(field)">
    <div class="head">
      <span class="label">{{ label }}</span> <word-help :text="label" />
    </div>
    <chip-row :name="label" :options="named" :value="value" :disabled="store.locked" @pick="pick" />
    <p v-if="store.faults[field]" class="fault" role="alert">{{ store.faults[field] }}</p>
    <p v-else-if="hint" class="quiet small">{{ hint }}</p>
  </div>
</template>

<style scoped>
.entry {
  display: grid;
  gap: 4px;
  align-content: start;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 4px;
}
.label {
  font-weight: 600;
}
</style>
