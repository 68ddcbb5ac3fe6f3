<script setup lang="ts">
import { pathOf } from '@/fields/told'
/** A yes or no of the job, shown as it was ticked at once and saved. */
import { NCheckbox } from 'naive-ui'
import WordHelp from '@/frame/WordHelp.vue'
import { ref } from 'vue'
import { type Patch, useJob } from '@/stores/job'

const props = defineProps<{
  field: keyof Patch
  part?: string
  label: string
  value: boolean | undefined
  hint?: string
}>()
const store = useJob()
/** What was ticked and is on its way. */
const ticked = ref<boolean | null>(null)
async function toggle(now: boolean): Promise<void> {
  ticked.value = now
  await store.patch({ [props.field]: props.part ? { [props.part]: now } : now } as Patch)
  if (ticked.value === now) ticked.value = null
}
</script>

<template>
  <div class="tick" :data-fact="pathOf(field)">
    <span class="head"
      ><n-checkbox size="large" :checked="ticked ?? value === true" :disabled="store.locked" @update:checked="toggle">{{
        label
      }}</n-checkbox>
      <word-help :text="label"
    /></span>
    <p v-if="store.faults[field]" class="fault" role="alert">{{ store.faults[field] }}</p>
    <p v-else-if="hint" class="quiet small">{{ hint }}</p>
  </div>
</template>

<style scoped>
.tick {
  font-weight: 600;
  align-self: end;
  min-height: 44px;
}
.fault {
  color: var(--rust);
  font-size: 13px;
}
</style>
