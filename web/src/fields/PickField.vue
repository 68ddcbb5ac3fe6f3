<script setup lang="ts">
import { pathOf } from '@/fields/told'
/** A choice from the stores, saved at once. */
import { NSelect } from 'naive-ui'
import WordHelp from '@/frame/WordHelp.vue'
import { computed } from 'vue'
import { type Patch, useJob } from '@/stores/job'

const props = defineProps<{
  field: keyof Patch
  /** Of a fact that has parts: the one that is chosen here. */
  part?: string
  label: string
  value: string
  options: { label: string; value: string }[]
  hint?: string
}>()
const store = useJob()
const named = computed(() => (props.part ? `${props.field}.${props.part}` : props.field))
const pick = (now: string | null) =>
  store.patch({ [props.field]: props.part ? { [props.part]: now ?? '' } : (now ?? '') } as Patch)
</script>

<template>
  <div class="entry" :data-fact="pathOf(field)">
    <div class="head">
      <label :for="`pick-${field}`">{{ label }}</label> <word-help :text="label" />
    </div>
    <n-select
      :value="value || null"
      :options="options"
      :disabled="store.locked"
      clearable
      filterable
      placeholder="Choose"
      :input-props="{ id: `pick-${field}` }"
      :aria-label="label"
      @update:value="pick"
    />
    <p v-if="store.faults[named]" class="fault" role="alert">{{ store.faults[named] }}</p>
    <p v-else-if="hint" class="quiet small">{{ hint }}</p>
  </div>
</template>

<style scoped>
.entry {
  display: grid;
  gap: 4px;
}
label {
  font-weight: 600;
  font-size: 14px;
}
.fault {
  color: var(--rust);
  font-size: 13px;
  font-weight: 600;
}
</style>
