<script setup lang="ts">
/**
 * A small grid of rows, saved whole as one types. A row that cannot be used keeps its text and says why; what has not
 * reached the server, or was refused, survives a reload.
 */
import { StorageSerializers, useClipboard, useDebounceFn, useSessionStorage } from '@vueuse/core'
import { IconArrowUp, IconCopy, IconPlus, IconRowInsertBottom, IconX } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue'
import RowCell from '@/fields/RowCell.vue'
import WordHelp from '@/frame/WordHelp.vue'
import { unitSign } from '@/lib/quantity'
import { type ListName, rowId, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'
import { adopted, type Column, type Entry, fromTexts, type Held, isBlank, isKept } from '@/fields/rows'
import { isWrittenIn, textsIn, type WrittenIn, writtenIn } from '@/fields/rows'
import { pathOf } from '@/fields/told'
import { asTable, lacksNumber, laidOver, pastedCells, type Texts, toTexts } from '@/fields/rows'

/** Lists inside a skyline: which one is in use may change under the grid. */
const INSIDE = new Set<ListName>(['skyline', 'obstacles'])
/** So many rows are drawn before somebody asks for all of them. */
const MANY = 60

const props = defineProps<{
  name: ListName
  title: string
  columns: Column[]
  rows: Entry[]
  blank: Entry | ((others: Texts[]) => Entry)
  addLabel: string
  keep?: (row: Entry) => boolean
  fixed?: Entry
  omit?: string[]
  fixedRows?: boolean
  /** Their order is part of what they say: each can be moved up, and a new one put under it. */
  movable?: boolean
  /** Rows that a usual case has: offered while there is none yet. */
  usual?: { label: string; rows: Entry[] }
}>()
const store = useJob()
const prefs = usePrefs()
const root = ref<HTMLElement | null>(null)
/** Rows of this grid among all of the list, so that two grids can share one list. */
const mine = computed(() => props.rows.filter((row) => props.keep?.(row) ?? true))
const others = computed(() => props.rows.filter((row) => !(props.keep?.(row) ?? true)))

const shownAs = (row: Entry): Held => ({ base: row, texts: toTexts(row, props.columns, prefs.system) })
/** What was typed and is not kept by the server, over a reload. */
const draft = useSessionStorage<{ held: Held[]; seen?: number; of?: string; in?: WrittenIn } | null>(
  `rows-${store.number}-${props.name}-${props.title}`,
  null,
  { serializer: StorageSerializers.object },
)
/** Of a list inside a skyline: which skyline its rows belong to; empty before there is one. */
const owner = () => (INSIDE.has(props.name) ? (store.skyline?.id ?? '') : '')
const sameOwner = (of = '') => of === owner() || (of === '' && (store.job?.facts.sky.skylines ?? []).length <= 1)
// What was typed for another skyline is not this one's, and what is signed is as it was signed.
if (draft.value && (store.locked || !sameOwner(draft.value.of))) draft.value = null
const inNow = () => writtenIn(props.columns, prefs.system)
/** In what the texts that are held are. */
let heldIn = draft.value?.in ?? inNow()
const held = ref<Held[]>(draft.value?.held ?? mine.value.map(shownAs))
/** Where units or north are changed under what is being typed, it keeps its meaning. */
function rewriteHeld(): void {
  const was = heldIn
  heldIn = inNow()
  if (isWrittenIn(was, heldIn)) return
  held.value = held.value.map((one) => ({ ...one, texts: textsIn(one, was, props.columns, prefs.system) }))
}
/** The change that these rows were taken from: what others change after it is not theirs to overwrite. */
let seen = draft.value?.seen ?? store.job?.head
const busy = ref(draft.value !== null)
watch([mine, () => prefs.system, () => props.columns], () => {
  if (busy.value) rewriteHeld()
  else {
    heldIn = inNow()
    held.value = mine.value.map(shownAs)
    seen = store.job?.head
  }
})
if (busy.value) rewriteHeld()
/** Another skyline is in use: what was typed for the one before is not its own. */
watch(
  () => (INSIDE.has(props.name) ? store.skyline?.id : ''),
  (_, was) => {
    if (!was) return // the first one came of these very rows: what is typed meanwhile goes into it
    strokes += 1
    pending = busy.value = false
    draft.value = null
    held.value = mine.value.map(shownAs)
    seen = store.job?.head
  },
)
const all = ref(false)
const drawn = computed(() => (all.value ? held.value : held.value.slice(0, MANY)))

function freshFor(index: number): Texts {
  const rest = held.value.filter((_, at) => at !== index).map((one) => one.texts)
  return toTexts(typeof props.blank === 'function' ? props.blank(rest) : props.blank, props.columns, prefs.system)
}
const blankAt = (index: number) => isBlank(held.value[index]!.texts, freshFor(index), props.columns)
const halfAt = (index: number) => !blankAt(index) && lacksNumber(held.value[index]!.texts, props.columns)
/** Counts changes: what is entered while a save is under way is not its own to overwrite. */
let strokes = 0
const focused = () =>
  [...(root.value?.querySelectorAll('tbody tr.entry-row') ?? [])].findIndex((one) =>
    one.contains(document.activeElement),
  )
/** Sends the rows. Where the page is left, a half row goes back as it was before. */
async function save(leaving = false): Promise<void> {
  const at = focused()
  if (!leaving && held.value[at] && halfAt(at)) return
  const before = strokes
  pending = false
  const plain = (entry: Entry): Entry =>
    Object.fromEntries(Object.entries(entry).filter(([key]) => !props.omit?.includes(key)))
  const asEntry = (one: Held, index: number): Entry[] => {
    if (blankAt(index)) return []
    if (leaving && halfAt(index)) return isKept(one.base) ? [plain(one.base)] : []
    return [plain(fromTexts(one.texts, one.base, props.columns, prefs.system, props.fixed))]
  }
  const saved = await store.replaceList(props.name, [...others.value.map(plain), ...held.value.flatMap(asEntry)], seen)
  if (saved) {
    const here = held.value[focused()]
    const settled = (one: Held) => strokes === before && one !== here
    held.value = adopted(held.value, mine.value, props.columns, prefs.system, settled)
    seen = store.job?.head
  }
  busy.value = !saved || strokes !== before || held.value.some((_, index) => blankAt(index))
  if (saved && strokes === before) draft.value = null
}
let gone = false
/** Figures follow the fingers; words wait until a person has come to an end of them. */
const FIGURE_PAUSE_MS = 16
const WORDS_PAUSE_MS = 500
const REST_MS = 700
const inWords = ref(false)
let running: Promise<void> | null = null
const saveSoon = useDebounceFn(
  async () => {
    if (running) await running // of what is typed meanwhile the last counts
    if (gone || !pending) return
    running = save().finally(() => (running = null))
  },
  () => (inWords.value ? WORDS_PAUSE_MS : FIGURE_PAUSE_MS),
)
/** What the server says against half a figure is not said while the other half is still being typed. */
const typing = ref(false)
const restSoon = useDebounceFn(() => (typing.value = false), REST_MS)
/** Whether something waits to be sent. */
let pending = false
/** A row is left: nobody is in the middle of a word any more. */
function left(): void {
  if (!pending) return
  inWords.value = false
  void saveSoon()
}
function typed(): void {
  strokes += 1
  typing.value = true
  void restSoon()
  pending = true
  busy.value = true
  if (!store.locked) draft.value = { held: held.value, seen, of: owner(), in: heldIn }
  void saveSoon()
}
function set(one: Held, column: Column, text: string): void {
  one.texts[column.key] = text
  inWords.value = Boolean(column.text)
  typed()
}
async function add(): Promise<void> {
  strokes += 1
  busy.value = true
  all.value ||= held.value.length >= MANY
  held.value.push({ base: { id: rowId() }, texts: freshFor(held.value.length) })
  await nextTick()
  root.value?.querySelector<HTMLElement>('tbody tr:last-child :is(input, textarea)')?.focus()
}
async function addUsual(): Promise<void> {
  busy.value = true
  for (const entry of props.usual?.rows ?? [])
    held.value.push({
      base: { id: rowId() },
      texts: { ...freshFor(held.value.length), ...toTexts(entry, props.columns, prefs.system) },
    })
  typed()
  await nextTick()
  const empty = [...(root.value?.querySelectorAll<HTMLInputElement>('tbody tr.entry-row input') ?? [])]
  empty.find((one) => one.inputMode === 'decimal' && !one.value)?.focus()
}
const { copy, copied } = useClipboard({ legacy: true })
const notTaken = ref('')
/** A column or a table from a spreadsheet is laid over the rows from this cell on. */
function paste(event: ClipboardEvent, index: number, key: string): void {
  const cells = pastedCells(event.clipboardData?.getData('text/plain') ?? '')
  if (!cells || store.locked) return // one plain text goes where the caret is
  event.preventDefault()
  const room = props.fixedRows ? cells.slice(0, held.value.length - index) : cells
  const was = held.value.map((one) => one.texts)
  const { rows, refused } = laidOver(room, was, { row: index, key }, props.columns, freshFor)
  held.value = rows.map((texts, at) => ({
    base: held.value[at]?.base ?? { id: rowId() },
    texts,
  }))
  notTaken.value = refused.length ? `No choice here is called ${[...new Set(refused)].join(', ')}.` : ''
  typed()
}
function remove(index: number): void {
  strokes += 1
  held.value.splice(index, 1)
  busy.value = true
  void save()
}
/** The row goes one up; its neighbour comes down. */
function up(index: number): void {
  strokes += 1
  held.value.splice(index - 1, 2, held.value[index]!, held.value[index - 1]!)
  busy.value = true
  void save()
}
/** A new row under this one. */
async function under(index: number): Promise<void> {
  strokes += 1
  busy.value = true
  held.value.splice(index + 1, 0, { base: { id: rowId() }, texts: freshFor(held.value.length) })
  await nextTick()
  const rows = root.value?.querySelectorAll<HTMLElement>('tbody tr.entry-row')
  rows?.[index + 1]?.querySelector<HTMLInputElement>('input[inputmode="decimal"]')?.focus()
}
function faultOf(index: number): string {
  if (typing.value) return ''
  const sent = held.value.slice(0, index).filter((_, at) => !blankAt(at)).length
  const at = others.value.length + sent
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
if (draft.value !== null) void save()
defineExpose({ add })
</script>

<template>
  <section
    ref="root"
    class="row-grid"
    :aria-label="title"
    :data-fact="name === 'skyline' ? 'sky.skylines' : pathOf(name)"
  >
    <table v-if="held.length" class="grid-table" :tabindex="store.locked ? 0 : undefined">
      <thead>
        <tr>
          <th v-for="column in columns" :key="column.key" scope="col">
            <span class="head"
              >{{ column.label }}<template v-if="column.unit"> ({{ unitSign(column.unit, prefs.system) }})</template>
              <word-help :text="column.label"
            /></span>
          </th>
          <th><span class="visually-hidden">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="(one, index) in drawn" :key="index">
          <tr class="entry-row" @focusout="left">
            <td v-for="column in columns" :key="column.key">
              <row-cell
                :column="column"
                :text="one.texts[column.key] ?? ''"
                :row="index + 1"
                :faulty="Boolean(faultOf(index))"
                :locked="store.locked"
                @set="set(one, column, $event)"
                @paste="paste($event, index, column.key)"
                @enter="add"
              />
            </td>
            <td class="acts">
              <template v-if="movable && !store.locked">
                <n-button
                  quaternary
                  size="small"
                  :disabled="index === 0"
                  :aria-label="`Move row ${index + 1} up`"
                  @click="up(index)"
                  ><template #icon><icon-arrow-up /></template
                ></n-button>
                <n-button quaternary size="small" :aria-label="`Put a row under row ${index + 1}`" @click="under(index)"
                  ><template #icon><icon-row-insert-bottom /></template
                ></n-button>
              </template>
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
    <n-button v-if="drawn.length < held.length" size="small" @click="all = true"
      >Show all {{ held.length }} rows</n-button
    >
    <p v-if="notTaken" class="fault" role="alert">{{ notTaken }}</p>
    <div class="row no-print">
      <n-button v-if="!store.locked && !fixedRows" size="small" @click="add"
        ><template #icon><icon-plus /></template>{{ addLabel }}</n-button
      >
      <n-button v-if="usual && !held.length && !store.locked" size="small" @click="addUsual">{{
        usual.label
      }}</n-button>
      <n-button
        v-if="held.length > 1"
        quaternary
        size="small"
        :aria-label="`${copied ? 'Copied' : 'Copy table'} ${title}`"
        title="For a spreadsheet; a column or a table from there is pasted into a cell"
        @click="
          copy(
            asTable(
              held.map((one) => one.texts),
              columns,
              (unit) => unitSign(unit, prefs.system),
            ),
          )
        "
        ><template #icon><icon-copy /></template>{{ copied ? 'Copied' : 'Copy table' }}</n-button
      >
    </div>
  </section>
</template>

<style scoped>
.row-grid {
  overflow-x: auto;
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
.fault {
  color: var(--rust);
  font-weight: 600;
  font-size: 13px;
}
</style>
