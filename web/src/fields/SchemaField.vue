<script setup lang="ts">
/** A field of a form that is made from a JSON Schema; it holds further ones where the value has parts. */
import WordHelp from '@/frame/WordHelp.vue'
import { NButton, NCheckbox, NInput, NSelect } from 'naive-ui'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import type { SelectMixedOption } from 'naive-ui/es/select/src/interface'
import { IconPlus, IconX } from '@tabler/icons-vue'
import { computed, ref } from 'vue'
import {
  blankOf,
  fieldOf,
  holdsSeveral,
  labelOf,
  type Node,
  pairsFrom,
  pairsTo,
  pointsFrom,
  pointsTo,
  ringsFrom,
  ringsTo,
} from '@/lib/jsonSchema'
import { fromEntry, inSystem, toEntry, unitSign } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{
  name: string
  node: Node
  defs: Record<string, Node>
  value: unknown
  path: string
  faults: Record<string, string>
  bare?: boolean
  /** Fields of a group that are shown and not changed. */
  fixed?: string[]
  /** The only part of its leaf, which says its name already. */
  alone?: boolean
  locked?: boolean
}>()
const prefs = usePrefs()
const emit = defineEmits<{ change: [unknown] }>()
const field = computed(() => fieldOf(props.node, props.defs))
const label = computed(() => labelOf(props.name, props.node))
const unit = computed(() => props.node['x-unit'] ?? '')
const sign = computed(() => (unit.value ? unitSign(unit.value, prefs.system) : (props.node['x-sign'] ?? '')))
const fault = computed(() => props.faults[props.path])
const row = computed(() => (props.value ?? {}) as Record<string, unknown>)
const rows = computed(() => (props.value ?? []) as Record<string, unknown>[])
const inLines = computed(() => ['points', 'rings', 'pairs'].includes(field.value.kind))
/** Its choices, with one for leaving it empty where it may be. */
const options = computed(() => {
  const { choices, nullable, node } = field.value
  const empty = (nullable || node.default === '') && choices.every((one) => one.value)
  return empty ? [{ value: '', label: '–' }, ...choices] : choices
})
const chosen = computed(() => {
  const now = String(props.value ?? '')
  return now || options.value.some((one) => !one.value) ? now : null
})
/** Seen whole, however long it grows. */
const grows = computed(() => ['sentence', 'words'].includes(field.value.kind))
const inner = (name: string) => (props.path ? `${props.path}.${name}` : name)
/** What was typed stays on the screen while it is what the value came of. */
const typed = ref<{ text: string; value: unknown; system: string } | null>(null)
const text = computed(() =>
  typed.value?.system === prefs.system && JSON.stringify(typed.value.value) === JSON.stringify(props.value)
    ? typed.value.text
    : shown(),
)
function shown(): string {
  const value = props.value
  if (field.value.kind === 'points') return pointsTo(value)
  if (field.value.kind === 'rings') return ringsTo(value)
  if (field.value.kind === 'pairs') return pairsTo(value)
  if (field.value.kind === 'number' && typeof value === 'number') return toEntry(value, unit.value, prefs.system)
  if (field.value.kind === 'words') return ((value ?? []) as unknown[]).join(', ')
  return value === null || value === undefined ? '' : String(value)
}
function read(now: string): void {
  const value = meant(now)
  typed.value = { text: now, value, system: prefs.system }
  emit('change', value)
}
function meant(now: string): unknown {
  const { kind, nullable } = field.value
  if (kind === 'number') return fromEntry(now, unit.value, prefs.system)
  if (kind === 'points') return pointsFrom(now)
  if (kind === 'rings') return ringsFrom(now)
  if (kind === 'pairs') return pairsFrom(now, holdsSeveral(field.value.node))
  if (kind !== 'words') return now === '' && nullable ? null : now
  const parts = now
    .split(/[,\n]/)
    .map((one) => one.trim())
    .filter(Boolean)
  return parts.length || !nullable ? parts : null
}
const part = (name: string, now: unknown) => emit('change', { ...row.value, [name]: now })
const item = (index: number, now: unknown) =>
  emit(
    'change',
    rows.value.map((one, at) => (at === index ? now : one)),
  )
/** The row that was added last stands open. */
const added = ref(-1)
function add(): void {
  added.value = rows.value.length
  emit('change', [...rows.value, blankOf(field.value.node.items!, props.defs)])
}
const remove = (index: number) =>
  emit(
    'change',
    rows.value.filter((_, at) => at !== index),
  )
/** A group that may be left out, begun. */
const wholeBlank = () => blankOf({ ...field.value.node, default: undefined }, props.defs)
const NAMES = ['name', 'title', 'letter', 'label', 'code', 'face', 'on', 'role']
/** By the first of its fields that names it and is filled, a choice in its words. */
function titleOf(one: Record<string, unknown>, index: number): string {
  const name = NAMES.find((part) => one[part])
  if (!name) return `${index + 1}`
  const value = String(one[name])
  return field.value.items?.properties?.[name]?.['x-choices']?.[value] ?? value
}
</script>

<template>
  <fieldset v-if="field.kind === 'group'" :class="{ bare }">
    <legend v-if="!bare">{{ label }}</legend>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="field.nullable && value == null" class="row quiet">
      There is none.
      <n-button size="small" @click="emit('change', wholeBlank())"
        ><template #icon><icon-plus /></template>Add it</n-button
      >
    </p>
    <div v-else class="parts">
      <schema-field
        v-for="(child, childName) in field.node.properties"
        :key="childName"
        :name="String(childName)"
        :node="child"
        :defs="defs"
        :value="row[childName]"
        :path="inner(String(childName))"
        :faults="faults"
        :locked="fixed?.includes(String(childName))"
        :alone="alone"
        :bare="alone"
        @change="part(String(childName), $event)"
      />
    </div>
    <n-button v-if="field.nullable && value != null" size="small" @click="emit('change', null)">Take it out</n-button>
  </fieldset>
  <fieldset v-else-if="field.kind === 'rows'" :class="{ bare }">
    <legend v-if="!alone">{{ label }}</legend>
    <p v-if="field.node.description" class="quiet small">{{ field.node.description }}</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div v-for="(one, index) in rows" :key="index" class="one">
      <details :open="added === index || Object.keys(faults).some((at) => at.startsWith(`${path}.${index}`))">
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
  <n-checkbox
    v-else-if="field.kind === 'tick'"
    class="tick"
    :checked="Boolean(value)"
    @update:checked="emit('change', $event)"
    >{{ label }}</n-checkbox
  >
  <div v-else-if="field.kind === 'choice'" class="entry">
    <choice-box
      :label="label"
      :value="chosen"
      :options="options"
      @choose="emit('change', $event || (field.nullable ? null : ''))"
    />
    <span v-if="fault" class="fault" role="alert">{{ fault }}</span>
  </div>
  <div v-else-if="field.kind === 'several'" class="entry">
    <span class="head">{{ label }} <word-help :text="label" /></span>
    <n-select
      multiple
      :value="(value ?? []) as string[]"
      :options="field.choices as unknown as SelectMixedOption[]"
      :disabled="locked"
      :status="fault ? 'error' : undefined"
      :filterable="field.choices.length > 12"
      placeholder="Choose"
      :aria-label="label"
      @update:value="emit('change', $event)"
    />
    <span v-if="fault" class="fault" role="alert">{{ fault }}</span>
    <span v-else-if="field.node.description" class="quiet small">{{ field.node.description }}</span>
  </div>
  <div v-else :class="['entry', { long: inLines, wide: grows }]">
    <span class="head">{{ label }} <word-help :text="label" /></span>
    <n-input
      v-if="inLines || grows"
      type="textarea"
      :rows="field.kind === 'pairs' ? 3 : 6"
      :autosize="grows && { minRows: 1, maxRows: 8 }"
      placeholder=""
      :value="text"
      :disabled="locked"
      :status="fault ? 'error' : undefined"
      :input-props="{ 'aria-label': label, spellcheck: false, 'aria-invalid': fault ? 'true' : undefined }"
      @update:value="read"
    />
    <n-input
      v-else
      placeholder=""
      :value="text"
      :disabled="locked"
      :status="fault ? 'error' : undefined"
      :input-props="{
        'aria-label': label,
        inputmode: field.kind === 'number' ? 'decimal' : 'text',
        autocomplete: 'off',
        'aria-invalid': fault ? 'true' : undefined,
      }"
      @update:value="read"
      ><template v-if="sign" #suffix>{{ sign }}</template></n-input
    >
    <span v-if="fault" class="fault" role="alert">{{ inSystem(fault, prefs.system) }}</span>
    <span v-else-if="field.kind === 'points' || field.kind === 'rings'" class="quiet small"
      >Longitude, latitude: a corner a line{{ field.kind === 'rings' ? '; an empty line between outlines' : '' }}.</span
    >
    <span v-else-if="field.node.description" class="quiet small"
      >{{ field.node.description
      }}<template v-if="field.kind === 'pairs'"
        >; one a line, such as
        {{ holdsSeveral(field.node) ? '“feed: model one, model two”' : '“left: collar letter L”' }}</template
      ></span
    >
  </div>
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
.entry {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.entry .small {
  font-weight: 400;
}
.long {
  grid-column: 1 / -1;
}
.wide {
  grid-column: span 2;
}
@media (max-width: 560px) {
  .wide {
    grid-column: 1 / -1;
  }
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 56px;
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
