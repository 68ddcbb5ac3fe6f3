<script setup lang="ts">
/** A field of a form that is made from a JSON Schema; it holds further ones where the value has parts. */
import ChoiceBox from '@/fields/ChoiceBox.vue'
import { IconPlus, IconX } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import {
  blankOf,
  fieldOf,
  labelOf,
  type Node,
  numberFrom,
  pointsFrom,
  pointsTo,
  ringsFrom,
  ringsTo,
} from '@/lib/jsonSchema'

const props = defineProps<{
  name: string
  node: Node
  defs: Record<string, Node>
  value: unknown
  path: string
  faults: Record<string, string>
  bare?: boolean
}>()
const emit = defineEmits<{ change: [unknown] }>()
const field = computed(() => fieldOf(props.node, props.defs))
const label = computed(() => labelOf(props.name))
const fault = computed(() => props.faults[props.path])
const row = computed(() => (props.value ?? {}) as Record<string, unknown>)
const rows = computed(() => (props.value ?? []) as Record<string, unknown>[])
const inner = (name: string) => (props.path ? `${props.path}.${name}` : name)
/** What was typed stays on the screen while it has no other form yet. */
const typed = ref<string | null>(null)
const text = computed(() => typed.value ?? shown())
function shown(): string {
  const value = props.value
  if (field.value.kind === 'points') return pointsTo(value)
  if (field.value.kind === 'rings') return ringsTo(value)
  if (field.value.kind === 'words') return ((value ?? []) as unknown[]).join(', ')
  return value === null || value === undefined ? '' : String(value)
}
function read(now: string): void {
  typed.value = now
  const { kind, nullable } = field.value
  if (kind === 'number') emit('change', numberFrom(now))
  else if (kind === 'points') emit('change', pointsFrom(now))
  else if (kind === 'rings') emit('change', ringsFrom(now))
  else if (kind === 'words') {
    const parts = now
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean)
    emit('change', parts.length || !nullable ? parts : null)
  } else emit('change', now === '' && nullable ? null : now)
}
const part = (name: string, now: unknown) => emit('change', { ...row.value, [name]: now })
const item = (index: number, now: unknown) =>
  emit(
    'change',
    rows.value.map((one, at) => (at === index ? now : one)),
  )
const add = () => emit('change', [...rows.value, blankOf(field.value.node.items!, props.defs)])
const remove = (index: number) =>
  emit(
    'change',
    rows.value.filter((_, at) => at !== index),
  )
const titleOf = (one: Record<string, unknown>, index: number) =>
  String(one.name ?? one.title ?? one.letter ?? one.code ?? one.label ?? one.face ?? one.on ?? `${index + 1}`) ||
  `${index + 1}`
</script>

<template>
  <fieldset v-if="field.kind === 'group'" :class="{ bare }">
    <legend v-if="!bare">{{ label }}</legend>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div class="parts">
      <schema-field
        v-for="(child, childName) in field.node.properties"
        :key="childName"
        :name="String(childName)"
        :node="child"
        :defs="defs"
        :value="row[childName]"
        :path="inner(String(childName))"
        :faults="faults"
        @change="part(String(childName), $event)"
      />
    </div>
  </fieldset>
  <fieldset v-else-if="field.kind === 'rows'">
    <legend>{{ label }}</legend>
    <p v-if="field.node.description" class="quiet small">{{ field.node.description }}</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div v-for="(one, index) in rows" :key="index" class="one">
      <details :open="Object.keys(faults).some((at) => at.startsWith(`${path}.${index}`))">
        <summary>{{ titleOf(one, index) }}</summary>
        <schema-field
          :name="`${index + 1}`"
          :node="field.node.items!"
          :defs="defs"
          :value="one"
          :path="`${path}.${index}`"
          :faults="faults"
          bare
          @change="item(index, $event)"
        />
      </details>
      <n-button quaternary size="small" :aria-label="`Take ${titleOf(one, index)} out`" @click="remove(index)"
        ><template #icon><icon-x /></template
      ></n-button>
    </div>
    <n-button size="small" @click="add"
      ><template #icon><icon-plus /></template>Add to {{ label.toLowerCase() }}</n-button
    >
  </fieldset>
  <label v-else-if="field.kind === 'tick'" class="tick"
    ><input
      type="checkbox"
      :checked="Boolean(value)"
      @change="emit('change', ($event.target as HTMLInputElement).checked)"
    />
    {{ label }}</label
  >
  <choice-box
    v-else-if="field.kind === 'choice'"
    :label="label"
    :value="String(value ?? '')"
    :options="[...(field.nullable ? [''] : []), ...field.choices].map((one) => ({ value: one, label: one || '–' }))"
    @choose="emit('change', $event || (field.nullable ? null : ''))"
  />
  <label v-else :class="{ long: field.kind === 'points' || field.kind === 'rings' }"
    >{{ label }}
    <textarea
      v-if="field.kind === 'points' || field.kind === 'rings'"
      :value="text"
      rows="6"
      spellcheck="false"
      :aria-invalid="fault ? 'true' : undefined"
      @input="read(($event.target as HTMLTextAreaElement).value)"
    />
    <input
      v-else
      :value="text"
      :inputmode="field.kind === 'number' ? 'decimal' : 'text'"
      autocomplete="off"
      :aria-invalid="fault ? 'true' : undefined"
      @input="read(($event.target as HTMLInputElement).value)"
    />
    <span v-if="fault" class="fault" role="alert">{{ fault }}</span>
    <span v-else-if="field.kind === 'points' || field.kind === 'rings'" class="quiet small"
      >Longitude, latitude: a corner a line{{ field.kind === 'rings' ? '; an empty line between outlines' : '' }}.</span
    >
    <span v-else-if="field.node.description" class="quiet small">{{ field.node.description }}</span>
  </label>
</template>

<style scoped>
fieldset {
  grid-column: 1 / -1;
  border: 1px solid var(--rule);
  border-radius: 6px;
  padding: 8px 12px 12px;
  margin: 0;
  min-width: 0;
  display: grid;
  gap: 8px;
  justify-items: start;
}
fieldset.bare {
  border: 0;
  padding: 8px 0;
}
legend {
  font-weight: 700;
  padding: 0 4px;
}
.parts {
  width: 100%;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 12px;
  align-items: start;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
label .small {
  font-weight: 400;
}
.long {
  grid-column: 1 / -1;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 56px;
}
input:not([type='checkbox']),
select,
textarea {
  width: 100%;
}
textarea {
  padding: 8px;
}
[aria-invalid='true'] {
  border: 2px solid var(--rust);
}
.one {
  width: 100%;
  display: flex;
  align-items: start;
  border-bottom: 1px solid var(--rule);
}
details {
  flex: 1;
  min-width: 0;
}
summary {
  cursor: pointer;
  padding: 6px 0;
  font-weight: 600;
}
.fault {
  color: var(--rust);
  font-weight: 600;
  font-size: 13px;
}
</style>
