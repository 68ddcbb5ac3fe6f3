<script setup lang="ts">
import { pathOf } from '@/fields/told'
/** Ticks of a list of words of the job. Each tick is a change of its own, so that two people can tick at once. */
import { NButton, NCheckbox } from 'naive-ui'
import WordHelp from '@/frame/WordHelp.vue'
import { computed, ref } from 'vue'
import { type Patch, useJob } from '@/stores/job'

const props = defineProps<{
  field: keyof Patch
  label: string
  chosen: string[]
  choices: { code: string; name: string; text: string }[]
  /** Whether one press may say that all of it was seen to. */
  whole?: boolean
}>()
const store = useJob()
/** What was ticked and is on its way; the next tick goes on from there. */
const ticked = ref<string[] | null>(null)
const shown = computed(() => ticked.value ?? props.chosen)
const toggle = (code: string) =>
  send(shown.value.includes(code) ? shown.value.filter((one) => one !== code) : [...shown.value, code])
const missing = computed(() => props.choices.filter((one) => !shown.value.includes(one.code)))
const takeAll = () => send([...shown.value, ...missing.value.map((one) => one.code)])
async function send(now: string[]): Promise<void> {
  ticked.value = now
  await store.patch({ [props.field]: now } as Patch)
  if (ticked.value === now) ticked.value = null
}
</script>

<template>
  <ul class="choices" :aria-label="label" :data-fact="pathOf(field)">
    <li v-for="choice in choices" :key="choice.code">
      <span class="head"
        ><n-checkbox
          size="large"
          :checked="shown.includes(choice.code)"
          :disabled="store.locked"
          @update:checked="toggle(choice.code)"
          >{{ choice.name }}<span v-if="choice.text" class="quiet small"><br />{{ choice.text }}</span></n-checkbox
        >
        <word-help :text="`${choice.name} ${choice.text}`"
      /></span>
    </li>
  </ul>
  <div v-if="whole && missing.length && !store.locked">
    <n-button size="small" @click="takeAll">All of these, I looked at each</n-button>
  </div>
  <p v-if="store.faults[field]" class="fault" role="alert">{{ store.faults[field] }}</p>
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
.head {
  display: flex;
  align-items: start;
  gap: 4px;
}
.fault {
  color: var(--rust);
  font-size: 13px;
  font-weight: 600;
}
</style>
