/** What each fact of a job is called, its unit, hint and choices: told by the core beside the fact, read here. */
import facts from '@/api/facts.json'

/** The path of a fact; one that does not exist does not compile. */
export type Path = keyof typeof facts
type RowPath = Extract<Path, `${string}[].${string}`>
type Lists<P> = P extends `${infer A}[].${infer B}`
  ? A | (B extends `${infer C}[].${string}` ? `${A}[].${C}` : never)
  : never
type Columns<P, L extends string> = P extends `${L}[].${infer K}` ? K : never
/** The path of a list of rows. */
export type ListPath = Lists<Path>
/** A column of that list. */
export type ColumnOf<L extends string> = Columns<Path, L>
/** A fact that is entered by itself, not in a row. */
export type FactPath = Exclude<Path, RowPath>

export interface Told {
  label: string
  kind: 'number' | 'text' | 'choice' | 'tick' | 'day' | 'moment' | 'words' | 'rows' | 'kept'
  hint?: string
  placeholder?: string
  unit?: string
  optional?: boolean
  max_length?: number
  choices?: [string, string][]
  words?: string
}
export interface Option {
  label: string
  value: string
}

export const factAt = (path: Path): Told => (facts as unknown as Record<string, Told>)[path]!
export const optionsOf = (told: Told): Option[] => (told.choices ?? []).map(([value, label]) => ({ value, label }))

/** `sky.trial.height_m`: the room, the fact, and the part of it that is meant. */
export function partsOf(path: FactPath): { room: string; field: string; part: string } {
  const [room, field, part] = path.split('.')
  return { room: room!, field: field!, part: part ?? '' }
}

/** A station. */
export type Room = FactPath extends infer P ? (P extends `${infer R}.${string}` ? R : never) : never
/** At which room a fact is entered. */
export const ROOM_OF: Readonly<Record<string, Room>> = Object.fromEntries(
  Object.keys(facts)
    .filter((path) => !path.includes('[]'))
    .map((path) => path.split('.'))
    .filter((parts) => parts.length === 2)
    .map(([room, name]) => [name!, room as Room]),
)

/** The path of a fact by its name alone: what findings lead to. */
export const pathOf = (field: string): string => (ROOM_OF[field] ? `${ROOM_OF[field]}.${field}` : field)
