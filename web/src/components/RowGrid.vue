<script setup lang="ts">
/** A small grid of rows, saved whole as one types; a row that cannot be used keeps its text and says why. */
import { useDebounceFn } from '@vueuse/core'
import { IconPlus, IconX } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue'
import { fromEntry, toEntry, unitSign } from '@/lib/quantity'
import { type ListName, rowId, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

export interface Column {
  key: string
  label: string
  unit?: string
  choices?: { label: string; value: string }[]
  optional?: boolean
  text?: boolean
  main?: boolean
  add?: number
  tick?: boolean
  plain?: boolean
}
type Entry = Record<string, unknown>
/** Lists inside a skyline: their rows have no ids, the skyline has. */
const UNNAMED = new Set<ListName>(['skyline', 'obstacles'])

const props = defineProps<{
  name: ListName
  title: string
  columns: Column[]
  rows: Entry[]
  blank: Entry | ((others: Record<string, string>[]) => Entry)
  addLabel: string
  keep?: (row: Entry) => boolean
  fixed?: Entry
  omit?: string[]
  fixedRows?: boolean
}>()
const store = useJob()
const prefs = usePrefs()
const root = ref<HTMLElement | null>(null)
/** Rows of this grid among all of the list, so that two grids can share one list. */
const mine = computed(() => props.rows.filter((row) => props.keep?.(row) ?? true))
const others = computed(() => props.rows.filter((row) => !(props.keep?.(row) ?? true)))

function toText(row: Entry): Record<string, string> {
  return Object.fromEntries(
    props.columns.map((column) => {
      const value = row[column.key]
      if (column.tick) return [column.key, value ? 'yes' : '']
      if (column.choices || column.text) return [column.key, String(value ?? '')]
      const shifted =
        typeof value === 'number' && column.add
          ? Math.round(((((value + column.add) % 360) + 360) % 360) * 10) / 10
          : value
      return [column.key, toEntry(shifted as number | null, column.unit ?? '', prefs.system)]
    }),
  )
}
const texts = ref(mine.value.map(toText))
/** What a row holds beside the columns shown here goes back with it. */
const bases = ref<Entry[]>([...mine.value])
/** The change that these rows were taken from: what others change after it is not theirs to overwrite. */
let seen = store.job?.head
const isKept = (base: Entry) => Object.keys(base).some((key) => key !== 'id')
/** An entry whose text was not touched goes back as it came, not through its rounded text. */
function isUntouched(row: Record<string, string>, base: Entry): boolean {
  const text = toText(base)
  return isKept(base) && props.columns.every((column) => text[column.key] === row[column.key])
}
const busy = ref(false)
watch([mine, () => prefs.system, () => props.columns], () => {
  if (!busy.value) {
    texts.value = mine.value.map(toText)
    bases.value = [...mine.value]
    seen = store.job?.head
  }
})

function fromText(row: Record<string, string>, base: Entry): Entry {
  const entry: Entry = { ...base, ...props.fixed }
  for (const column of props.columns) {
    const text = row[column.key] ?? ''
    if (column.tick) {
      entry[column.key] = text === 'yes'
      continue
    }
    if (column.choices || column.text) {
      entry[column.key] = column.optional && text === '' ? null : text
      continue
    }
    const value = fromEntry(text, column.unit ?? '', prefs.system)
    if (value === null && column.optional) entry[column.key] = null
    else
      entry[column.key] =
        typeof value === 'number' && column.add ? (((value - column.add) % 360) + 360) % 360 : (value ?? '')
  }
  return entry
}
const blankOf = (index: number) =>
  toText(typeof props.blank === 'function' ? props.blank(texts.value.filter((_, at) => at !== index)) : props.blank)
/** A row in which nothing was entered yet, beside what every new row begins with. */
function isBlank(row: Record<string, string>, index: number): boolean {
  const fresh = blankOf(index)
  return props.columns.every(
    (column) =>
      column.choices !== undefined ||
      column.tick ||
      (column.text && !column.main) ||
      !row[column.key] ||
      (!column.main && row[column.key] === fresh[column.key]),
  )
}
/** Counts changes: what is entered while a save is under way is not its own to overwrite. */
let strokes = 0
/** A row that is being filled in: it is not sent, and not complained of, before it is left. */
function isHalf(row: Record<string, string>, index: number): boolean {
  return (
    !isBlank(row, index) &&
    props.columns.some(
      (column) => !column.choices && !column.tick && !column.text && !column.optional && !row[column.key],
    )
  )
}
const focused = () =>
  [...(root.value?.querySelectorAll('tbody tr.entry-row') ?? [])].findIndex((one) =>
    one.contains(document.activeElement),
  )
/** Sends the rows. Where the page is left, a half row goes back as it was before. */
async function save(leaving = false): Promise<void> {
  const at = focused()
  if (!leaving && texts.value[at] && isHalf(texts.value[at], at)) return
  const before = strokes
  pending = false
  const plain = (entry: Entry): Entry =>
    Object.fromEntries(Object.entries(entry).filter(([key]) => !props.omit?.includes(key)))
  const asEntry = (row: Record<string, string>, index: number): Entry[] => {
    const base = bases.value[index] ?? {}
    if (isBlank(row, index)) return []
    if (leaving && isHalf(row, index)) return isKept(base) ? [plain(base)] : []
    return [plain(isUntouched(row, base) ? base : fromText(row, base))]
  }
  const saved = await store.replaceList(props.name, [...others.value.map(plain), ...texts.value.flatMap(asEntry)], seen)
  if (saved) adopt()
  busy.value = !saved || strokes !== before || texts.value.some(isBlank)
}
/** Takes over what the answer brought: rows of others come in, rows that are gone go, and what was typed here stays. */
function adopt(): void {
  const now = new Map(mine.value.filter((row) => row.id).map((row) => [row.id, row]))
  const kept = bases.value.map((base, index) => ({ base, text: texts.value[index]! }))
  const known = new Set(bases.value.map((base) => base.id))
  const rows = kept
    .filter(({ base, text }) => !base.id || !isKept(base) || now.has(base.id) || !isUntouched(text, base))
    .map(({ base, text }) => {
      const row = now.get(base.id)
      return row ? { base: row, text: isUntouched(text, base) ? toText(row) : text } : { base, text }
    })
  const others = [...now.values()].filter((row) => !known.has(row.id))
  texts.value = [...rows.map((one) => one.text), ...others.map(toText)]
  bases.value = [...rows.map((one) => one.base), ...others]
  seen = store.job?.head
}
let gone = false
const saveSoon = useDebounceFn(() => {
  if (!gone) void save()
}, 500)
/** Whether something waits to be sent. */
let pending = false
function typed(): void {
  strokes += 1
  pending = true
  busy.value = true
  void saveSoon()
}
function tick(row: Record<string, string>, key: string, event: Event): void {
  row[key] = (event.target as HTMLInputElement).checked ? 'yes' : ''
  typed()
}
async function add(): Promise<void> {
  strokes += 1
  busy.value = true
  texts.value.push(blankOf(texts.value.length))
  bases.value.push(UNNAMED.has(props.name) ? {} : { id: rowId() })
  await nextTick()
  root.value?.querySelector<HTMLInputElement>('tbody tr:last-child input')?.focus()
}
function remove(index: number): void {
  strokes += 1
  texts.value.splice(index, 1)
  bases.value.splice(index, 1)
  busy.value = true
  void save()
}
function faultOf(index: number): string {
  const at = others.value.length + texts.value.slice(0, index).filter((row, at) => !isBlank(row, at)).length
  const found = Object.entries(store.faults).filter(([field]) => field.startsWith(`${props.name}.${at}.`))
  return found
    .map(
      ([field, message]) =>
        `${props.columns.find((column) => field.endsWith(`.${column.key}`))?.label ?? ''}: ${message}`,
    )
    .join(' ')
}
const flush = () => {
  if (pending && !gone) void save(true)
}
store.flushers.add(flush)
onBeforeUnmount(() => {
  flush()
  gone = true
  store.flushers.delete(flush)
})
defineExpose({ add })
</script>

<template>
  <section ref="root" class="row-grid" :aria-label="title">
    <table v-if="texts.length" class="grid-table">
      <thead>
        <tr>
          <th v-for="column in columns" :key="column.key" scope="col">
            {{ column.label }}<template v-if="column.unit"> ({{ unitSign(column.unit, prefs.system) }})</template>
          </th>
          <th><span class="visually-hidden">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="(row, index) in texts" :key="index">
          <tr class="entry-row" @focusout="pending && saveSoon()">
            <td v-for="column in columns" :key="column.key">
              <b v-if="column.plain">{{ row[column.key] }}</b>
              <select
                v-else-if="column.choices"
                v-model="row[column.key]"
                :disabled="store.locked"
                :aria-label="`${column.label}, row ${index + 1}`"
                @change="typed"
              >
                <option v-for="choice in column.choices" :key="choice.value" :value="choice.value">
                  {{ choice.label }}
                </option>
              </select>
              <input
                v-else-if="column.tick"
                type="checkbox"
                :checked="row[column.key] === 'yes'"
                :disabled="store.locked"
                :aria-label="`${column.label}, row ${index + 1}`"
                @change="tick(row, column.key, $event)"
              />
              <input
                v-else
                v-model="row[column.key]"
                :disabled="store.locked"
                :inputmode="column.text ? 'text' : 'decimal'"
                :aria-label="`${column.label}, row ${index + 1}`"
                :aria-invalid="faultOf(index) ? 'true' : undefined"
                autocomplete="off"
                @input="typed"
                @keydown.enter.prevent="add"
              />
            </td>
            <td>
              <n-button
                v-if="!fixedRows"
                quaternary
                size="small"
                :disabled="store.locked"
                :aria-label="`Remove row ${index + 1}`"
                @click="remove(index)"
                ><template #icon><icon-x /></template
              ></n-button>
            </td>
          </tr>
          <tr v-if="faultOf(index)">
            <td :colspan="columns.length + 1" class="fault" role="alert">{{ faultOf(index) }}</td>
          </tr>
        </template>
      </tbody>
    </table>
    <slot v-else name="empty" />
    <n-button v-if="!store.locked && !fixedRows" size="small" @click="add"
      ><template #icon><icon-plus /></template>{{ addLabel }}</n-button
    >
  </section>
</template>

<style scoped>
.row-grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  justify-items: start;
}
.row-grid > table {
  position: relative;
  display: block;
  overflow-x: auto;
  max-width: 100%;
}
@media (min-width: 701px) {
  .row-grid > table {
    display: table;
  }
}
input,
select {
  width: 100%;
  min-width: 64px;
  height: 34px;
}
select {
  min-width: 102px;
}
input[type='checkbox'] {
  width: 22px;
  min-width: 22px;
  height: 22px;
  margin: 6px 0;
}
.fault {
  color: var(--rust);
  font-weight: 600;
  font-size: 13px;
}
</style>
