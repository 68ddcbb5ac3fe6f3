/** Rows of a grid as people type them, and back: pure, without a component. */
import { momentAt, siteTime } from '@/lib/siteClock'
import { fromEntry, type System, toEntry } from '@/lib/quantity'
import { type ColumnOf, factAt, type ListPath, type Option, optionsOf, type Path } from '@/fields/told'

export interface Column {
  key: string
  label: string
  unit?: string
  choices?: Option[]
  optional?: boolean
  text?: boolean
  /** A row is blank while only its choices and texts are filled in, but for this one. */
  main?: boolean
  /** Degrees that are added to what is kept before it is shown. */
  add?: number
  tick?: boolean
  /** Shown, not entered. */
  plain?: boolean
  day?: boolean
  /** By the site's clock, shown as one types it. */
  moment?: boolean
  /** Of a moment that is kept with its zone: the site's, by whose clock it is shown and typed. */
  zone?: string
}
export type Entry = Record<string, unknown>
export type Texts = Record<string, string>

/** Columns of a list, with the words of its facts; what is given beside a key comes before them. */
export function columnsOf<L extends ListPath>(
  list: L,
  ...keys: (ColumnOf<L> | (Partial<Column> & { key: ColumnOf<L> }))[]
): Column[] {
  // Plain strings from here: held against each path and column they take seconds to check.
  return (keys as unknown as (string | (Partial<Column> & { key: string }))[]).map((one) => {
    const given = typeof one === 'string' ? { key: one } : one
    const at: string = `${list}[].${given.key}`
    const told = factAt(at as Path)
    const choices = optionsOf(told)
    return {
      label: told.label,
      unit: told.unit,
      optional: told.optional,
      tick: told.kind === 'tick' || undefined,
      day: told.kind === 'day' || undefined,
      moment: told.kind === 'moment' || undefined,
      text: ['text', 'day', 'moment'].includes(told.kind) || undefined,
      choices: choices.length ? choices : undefined,
      ...given,
    }
  })
}

/** A bearing folded to a whole turn. */
export const turn = (value: number) => ((value % 360) + 360) % 360

/** What was typed, and in what: the units, and what was added to a bearing before it was shown. */
export interface Typed {
  text: string
  system: System
  add?: number
}

/** The same in other units, or from another north; a text that is no number stays as it is. */
export function rewritten(typed: Typed, unit: string, now: Omit<Typed, 'text'>): string {
  if (typed.system === now.system && (typed.add ?? 0) === (now.add ?? 0)) return typed.text
  const read = fromEntry(typed.text, unit, typed.system)
  if (typeof read !== 'number') return typed.text
  const kept = typed.add === undefined ? read : turn(read - typed.add)
  return toEntry(now.add === undefined ? kept : Math.round(turn(kept + now.add) * 10) / 10, unit, now.system)
}

/** A row as texts. */
export function toTexts(row: Entry, columns: Column[], system: System): Texts {
  return Object.fromEntries(
    columns.map((column) => {
      const value = row[column.key]
      if (column.tick) return [column.key, value ? 'yes' : '']
      if (column.zone)
        return [column.key, value ? siteTime(new Date(String(value)), column.zone).replace('T', ' ') : '']
      if (column.moment)
        return [
          column.key,
          String(value ?? '')
            .slice(0, 16)
            .replace('T', ' '),
        ]
      if (column.choices || column.text) return [column.key, String(value ?? '')]
      const shifted = typeof value === 'number' && column.add ? Math.round(turn(value + column.add) * 10) / 10 : value
      return [column.key, toEntry(shifted as number | null, column.unit ?? '', system)]
    }),
  )
}

/** Whether a row was kept before: it holds more than its id. */
export const isKept = (base: Entry) => Object.keys(base).some((key) => key !== 'id')

/**
 * Texts as a row, on what it held before and what this grid fixes. A cell that was not touched goes back as it came, not
 * through its rounded text; text that is no number is handed on.
 */
export function fromTexts(texts: Texts, base: Entry, columns: Column[], system: System, fixed: Entry = {}): Entry {
  const entry: Entry = { ...base, ...fixed }
  const before = isKept(base) ? toTexts(base, columns, system) : {}
  for (const column of columns) {
    const text = texts[column.key] ?? ''
    if (before[column.key] === text) continue
    if (column.tick) entry[column.key] = text === 'yes'
    else if (column.zone) entry[column.key] = text ? momentAt(text, column.zone) : null
    else if (column.choices || column.text) entry[column.key] = column.optional && text === '' ? null : text
    else {
      const value = fromEntry(text, column.unit ?? '', system)
      if (value === null) entry[column.key] = column.optional ? null : ''
      else entry[column.key] = typeof value === 'number' && column.add ? turn(value - column.add) : value
    }
  }
  return entry
}

const YES = /^(yes|y|true|x|1|✓)$/i
/** What was pasted, cell by cell: from a spreadsheet or a table, a column or several. Null: it is one plain text. */
export function pastedCells(text: string): string[][] | null {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n+$/, '').split('\n')
  return lines.length > 1 || text.includes('\t') ? lines.map((line) => line.split('\t').map((one) => one.trim())) : null
}

/**
 * Lays cells over rows of texts, from a row and a column on; a row that is not there yet is `fresh`. What no choice of a
 * column is named stays out, and is given back as it was written.
 */
export function laidOver(
  cells: string[][],
  rows: Texts[],
  at: { row: number; key: string },
  columns: Column[],
  fresh: (row: number) => Texts,
): { rows: Texts[]; refused: string[] } {
  const first = columns.findIndex((one) => one.key === at.key)
  const refused: string[] = []
  const laid = rows.map((one) => ({ ...one }))
  cells.forEach((line, down) => {
    const row = (laid[at.row + down] ??= fresh(at.row + down))
    line.forEach((cell, right) => {
      const column = columns[first + right]
      if (!column || column.plain) return
      if (column.tick) row[column.key] = YES.test(cell) ? 'yes' : ''
      else if (!column.choices) row[column.key] = cell
      else {
        const wanted = cell.toLowerCase()
        const found = column.choices.find((one) => [one.label, one.value].some((word) => word.toLowerCase() === wanted))
        if (found) row[column.key] = found.value
        else if (cell) refused.push(cell)
      }
    })
  })
  return { rows: laid, refused }
}

/** Rows as a spreadsheet takes them: the columns' names with their units, then a line a row. */
export function asTable(rows: Texts[], columns: Column[], unit: (of: string) => string): string {
  const head = columns.map((one) => (one.unit ? `${one.label} (${unit(one.unit)})` : one.label))
  const cell = (row: Texts, one: Column) =>
    one.choices?.find((choice) => choice.value === row[one.key])?.label ?? row[one.key] ?? ''
  return [head, ...rows.map((row) => columns.map((one) => cell(row, one)))].map((line) => line.join('\t')).join('\n')
}

/** A row in which nothing was typed since it was kept. */
export function isUntouched(texts: Texts, base: Entry, columns: Column[], system: System): boolean {
  const before = toTexts(base, columns, system)
  return isKept(base) && columns.every((column) => before[column.key] === texts[column.key])
}

/** A row in which nothing was entered yet, beside what every new row begins with. */
export function isBlank(texts: Texts, fresh: Texts, columns: Column[]): boolean {
  // Where no column is a number or the main one, a text is all that a row can say.
  const wordy = !columns.some((column) => column.main || !(column.choices || column.tick || column.text))
  return columns.every(
    (column) =>
      (column.choices !== undefined && !column.main) ||
      column.tick ||
      (column.text && !column.main && !wordy) ||
      !texts[column.key] ||
      (!column.main && texts[column.key] === fresh[column.key]),
  )
}

/** A row that is being filled in: a number that is needed is not there yet. */
export function lacksNumber(texts: Texts, columns: Column[]): boolean {
  return columns.some(
    (column) => !column.choices && !column.tick && !column.text && !column.optional && !texts[column.key],
  )
}

/** A row in the grid: what it was kept as, and what stands in its cells. */
export interface Held {
  base: Entry
  texts: Texts
}

/** In what texts of rows are: the units, and what is added to each bearing. */
export interface WrittenIn {
  system: System
  adds: Record<string, number | undefined>
}
export const writtenIn = (columns: Column[], system: System): WrittenIn => ({
  system,
  adds: Object.fromEntries(columns.filter((one) => one.add !== undefined).map((one) => [one.key, one.add])),
})
export const isWrittenIn = (one: WrittenIn, other: WrittenIn) => JSON.stringify(one) === JSON.stringify(other)

/** Texts of a row in other units, or from another north: what was typed keeps its meaning, what was not its value. */
export function textsIn(one: Held, was: WrittenIn, columns: Column[], system: System): Texts {
  const then = columns.map((column) => ({ ...column, add: was.adds[column.key] }))
  const [before, now] = [toTexts(one.base, then, was.system), toTexts(one.base, columns, system)]
  const cell = (column: Column): string => {
    const text = one.texts[column.key] ?? ''
    if (isKept(one.base) && before[column.key] === text) return now[column.key] ?? ''
    if (column.choices || column.tick || column.text || column.zone || column.moment || column.plain) return text
    return rewritten({ text, system: was.system, add: was.adds[column.key] }, column.unit ?? '', {
      system,
      add: column.add,
    })
  }
  return Object.fromEntries(columns.map((column) => [column.key, cell(column)]))
}

/**
 * Takes over what an answer brought: rows of others come in, rows that are gone go, and what is being typed stays.
 * `settled`: rows that are shown as the server keeps them now, even where that is not what was typed.
 */
export function adopted(
  held: Held[],
  kept: Entry[],
  columns: Column[],
  system: System,
  settled: (row: Held) => boolean = () => false,
): Held[] {
  const now = new Map(kept.filter((row) => row.id).map((row) => [row.id, row]))
  const known = new Set(held.map((one) => one.base.id))
  const untouched = (one: Held) => settled(one) || isUntouched(one.texts, one.base, columns, system)
  const mine = held
    .filter(
      (one) =>
        !one.base.id || !isKept(one.base) || now.has(one.base.id) || !isUntouched(one.texts, one.base, columns, system),
    )
    .map((one) => {
      const row = now.get(one.base.id)
      return row ? { base: row, texts: untouched(one) ? toTexts(row, columns, system) : one.texts } : one
    })
  const others = [...now.values()].filter((row) => !known.has(row.id))
  return [...mine, ...others.map((row) => ({ base: row, texts: toTexts(row, columns, system) }))]
}
