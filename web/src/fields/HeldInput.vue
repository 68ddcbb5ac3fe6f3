<script setup lang="ts">
/**
 * A plain input that sends what was typed when it is left. While it is being typed in, nothing that comes back from the
 * server takes the text away; a number that cannot be read stays in it with the reason.
 */
import { onBeforeUnmount, ref, watch } from 'vue'
import { fromEntry, toEntry } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'
import { useJob } from '@/stores/job'

defineOptions({ inheritAttrs: false })
const props = defineProps<{
  value: string | number | null | undefined
  /** A number of this unit ('' where it has none); a text where this is left out. */
  unit?: string
  needed?: boolean
}>()
const emit = defineEmits<{ text: [text: string]; number: [value: number | null] }>()
const prefs = usePrefs()
const store = useJob()
const written = () =>
  props.unit === undefined ? String(props.value ?? '') : toEntry(props.value as number | null, props.unit, prefs.system)
const text = ref(written())
const typing = ref(false)
const fault = ref('')
watch([() => props.value, () => prefs.system], () => {
  if (!typing.value) text.value = written()
})
function leave(): void {
  if (!typing.value) return
  fault.value = ''
  if (props.unit === undefined) {
    typing.value = false
    emit('text', text.value)
    return
  }
  const read = fromEntry(text.value, props.unit, prefs.system)
  if (typeof read === 'string') fault.value = `${read}: a number with digits is accepted, such as 12.5`
  else if (read === null && props.needed) fault.value = 'is empty: a number is needed, such as 12.5'
  else {
    typing.value = false
    emit('number', read)
  }
}
store.flushers.add(leave)
onBeforeUnmount(() => {
  leave()
  store.flushers.delete(leave)
})
</script>

<template>
  <input
    v-bind="$attrs"
    v-model="text"
    :inputmode="unit === undefined ? 'text' : 'decimal'"
    autocomplete="off"
    :aria-invalid="fault ? 'true' : undefined"
    @input="typing = true"
    @change="leave"
  /><span v-if="fault" class="held-fault" role="alert">{{ fault }}</span>
</template>

<style scoped>
.held-fault {
  color: var(--rust);
  font-weight: 600;
  font-size: 13px;
}
</style>
