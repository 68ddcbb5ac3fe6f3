<script setup lang="ts">
/** A form made from a schema, its parts as leaves: the plain fields first, then each list and group. */
import { computed, ref, watch } from 'vue'
import SchemaField from '@/fields/SchemaField.vue'
import { fieldOf, labelOf, type Node } from '@/lib/jsonSchema'
import type { Entry } from '@/places/stores/kinds'
import StoreLeaves from '@/places/stores/StoreLeaves.vue'

const props = defineProps<{
  schema: Node
  value: Entry
  faults: Record<string, string>
  label: string
  /** Fields that are shown and not changed. */
  fixed?: string[]
}>()
const emit = defineEmits<{ change: [Entry] }>()
const MAIN = 'Main'
/** Leaf by leaf, the fields that stand in it. */
const leaves = computed(() => {
  const found = new Map<string, string[]>()
  for (const [name, node] of Object.entries(props.schema.properties ?? {})) {
    const kind = fieldOf(node, props.schema.$defs ?? {}).kind
    const own = kind === 'group' || kind === 'rows' ? labelOf(name, node) : MAIN
    const leaf = node['x-group'] ?? own
    found.set(leaf, [...(found.get(leaf) ?? []), name])
  }
  return found
})
const faulty = (names: string[]) =>
  Object.keys(props.faults).some((at) => names.some((name) => at === name || at.startsWith(`${name}.`)))
const listed = computed(() => [...leaves.value].map(([name, names]) => ({ code: name, name, fault: faulty(names) })))
const leaf = ref('')
const current = computed(() => (leaves.value.has(leaf.value) ? leaf.value : ([...leaves.value.keys()][0] ?? '')))
// A fault that no open leaf shows would not be seen.
watch(
  () => props.faults,
  () => {
    if (faulty(leaves.value.get(current.value) ?? [])) return
    leaf.value = listed.value.find((one) => one.fault)?.code ?? leaf.value
  },
)
const shown = computed<Node>(() => ({
  ...props.schema,
  properties: Object.fromEntries(
    (leaves.value.get(current.value) ?? []).map((name) => [name, props.schema.properties![name]!]),
  ),
}))
</script>

<template>
  <store-leaves :leaves="listed" :current="current" :label="label" @turn="leaf = $event" />
  <schema-field
    :key="current"
    name=""
    :node="shown"
    :defs="schema.$defs ?? {}"
    :value="value"
    path=""
    :faults="faults"
    :fixed="fixed"
    :alone="current !== MAIN && leaves.get(current)?.length === 1"
    bare
    @change="emit('change', $event as Entry)"
  />
</template>
