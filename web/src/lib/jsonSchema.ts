/** What a form needs to know of a JSON Schema: the kind of each field, with references and “or empty” resolved. */

import { readNumber } from '@/lib/number'

export interface Node {
  $ref?: string
  type?: string
  enum?: unknown[]
  const?: unknown
  anyOf?: Node[]
  allOf?: Node[]
  items?: Node
  prefixItems?: Node[]
  properties?: Record<string, Node>
  required?: string[]
  title?: string
  description?: string
  default?: unknown
  $defs?: Record<string, Node>
}
export type Kind = 'text' | 'number' | 'tick' | 'choice' | 'words' | 'points' | 'rings' | 'rows' | 'group'
export interface Field {
  kind: Kind
  node: Node
  nullable: boolean
  choices: string[]
  items: Node | null
}

export function resolve(node: Node, defs: Record<string, Node>): { node: Node; nullable: boolean } {
  const options = node.anyOf ?? []
  const real = options.filter((one) => one.type !== 'null')
  if (options.length > real.length && real.length === 1)
    return { node: { ...resolve(real[0]!, defs).node, description: node.description }, nullable: true }
  const name = (node.$ref ?? node.allOf?.[0]?.$ref)?.split('/').at(-1)
  if (name && defs[name])
    return {
      node: {
        ...resolve(defs[name], defs).node,
        ...(node.description ? { description: node.description } : {}),
        default: node.default,
      },
      nullable: false,
    }
  return { node, nullable: false }
}

const isArray = (node: Node | undefined): node is Node => node?.type === 'array'

/** The kind of a field: how it is shown and typed. */
export function fieldOf(raw: Node, defs: Record<string, Node>): Field {
  const { node, nullable } = resolve(raw, defs)
  const items = node.items ? resolve(node.items, defs).node : null
  const made = (kind: Kind, choices: string[] = []): Field => ({ kind, node, nullable, choices, items })
  if (node.enum) return made('choice', node.enum.map(String))
  if (node.type === 'boolean') return made('tick')
  if (node.type === 'number' || node.type === 'integer') return made('number')
  if (node.properties) return made('group')
  if (isArray(node)) {
    if (items?.properties) return made('rows')
    if (isArray(items ?? undefined)) return isArray(items?.items) ? made('rings') : made('points')
    return made('words')
  }
  return made('text')
}

/** An empty value for a new row. */
export function blankOf(raw: Node, defs: Record<string, Node>): unknown {
  const { kind, node, nullable, choices } = fieldOf(raw, defs)
  if (node.default !== undefined) return structuredClone(node.default)
  if (nullable) return null
  if (kind === 'group')
    return Object.fromEntries(
      Object.entries(node.properties ?? {}).map(([name, child]) => [name, blankOf(child, defs)]),
    )
  return { choice: choices[0], tick: false, number: null, text: '', words: [], points: [], rings: [], rows: [] }[kind]
}

/** `longitude, latitude` a line; what is no number stays as it was typed, so that the server can name it. */
export const pointsFrom = (text: string): unknown[] =>
  text
    .split('\n')
    .filter((line) => line.trim())
    .map((line) =>
      line
        .split(/[,;\s]+/)
        .filter(Boolean)
        .map((part) => (Number.isFinite(Number(part)) ? Number(part) : part)),
    )
export const pointsTo = (points: unknown): string =>
  ((points as unknown[][] | undefined) ?? []).map((point) => point.join(', ')).join('\n')
/** Rings are separated by an empty line. */
export const ringsFrom = (text: string): unknown[] =>
  text
    .split(/\n\s*\n/)
    .filter((part) => part.trim())
    .map(pointsFrom)
export const ringsTo = (rings: unknown): string => ((rings as unknown[][] | undefined) ?? []).map(pointsTo).join('\n\n')
/** A typed number; text that is none, or could be two, stays text for the server to refuse; empty is null. */
export function numberFrom(text: string): unknown {
  const read = readNumber(text)
  return 'value' in read ? read.value : text
}

/** A field's name in words: `least_es_n0_db` is `Least es n0 (dB)`. */
export function labelOf(name: string): string {
  const units: [RegExp, string][] = [
    [/_deg_per_turn$/, '(° per turn)'],
    [/_ohm_per_100m$/, '(Ω per 100 m)'],
    [/_deg$/, '(°)'],
    [/_mm$/, '(mm)'],
    [/_mhz$/, '(MHz)'],
    [/_ghz$/, '(GHz)'],
    [/_db$/, '(dB)'],
    [/_mps$/, '(m/s)'],
    [/_km$/, '(km)'],
    [/_kg$/, '(kg)'],
    [/_mpa$/, '(MPa)'],
    [/_turns$/, '(turns)'],
    [/_min$/, '(min)'],
    [/_m$/, '(m)'],
    [/_s$/, '(s)'],
    [/_c$/, '(°C)'],
    [/_v$/, '(V)'],
    [/_w$/, '(W)'],
    [/_h$/, '(h)'],
  ]
  const unit = units.find(([pattern]) => pattern.test(name))
  const words = (unit ? name.replace(unit[0], '') : name).replaceAll('_', ' ')
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}${unit ? ` ${unit[1]}` : ''}`
}
