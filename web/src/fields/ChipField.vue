<script setup lang="ts">
/** A choice of a few, each of which is one touch; the one in use is taken back by touching it again. */
import WordHelp from '@/frame/WordHelp.vue'
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
const pick = (now: string) => store.patch({ [props.field]: now === props.value ? '' : now } as Patch)
</script>

<template>
  <div class="entry" :data-fact="pathOf(field)">
    <div class="head">
      <span class="label">{{ label }}</span> <word-help :text="label" />
    </div>
    <div class="chips" role="group" :aria-label="label">
      <button
        v-for="one in options.filter((other) => other.value !== '')"
        :key="one.value"
        type="button"
        :aria-pressed="one.value === value"
        :disabled="store.locked"
        @click="pick(one.value)"
      >
        {{ one.label }}
      </button>
    </div>
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
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
button {
  min-height: 40px;
  padding: 4px 12px;
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--quiet);
  border-radius: 6px;
  cursor: pointer;
}
button[aria-pressed='true'] {
  background: var(--stream-tint);
  border: 2px solid var(--stream);
  padding: 3px 11px;
  font-weight: 600;
}
button:disabled {
  cursor: default;
}
</style>
