/** What a form needs to know of a JSON Schema: the kind of each field, with references and “or empty” resolved. */

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
  additionalProperties?: Node | boolean
  required?: string[]
  title?: string
  description?: string
  default?: unknown
  maxLength?: number
  $defs?: Record<string, Node>
  'x-label'?: string
  'x-unit'?: string
  'x-sign'?: string
  'x-group'?: string
  'x-choices'?: Record<string, string>
}
export type Kind =
  | 'text'
  | 'sentence'
  | 'number'
  | 'tick'
  | 'choice'
  | 'several'
  | 'words'
  | 'points'
  | 'rings'
  | 'pairs'
  | 'rows'
  | 'group'
export interface Choice {
  value: string
  label: string
}
export interface Field {
  kind: Kind
  node: Node
  nullable: boolean
  choices: Choice[]
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

/** What may be so long is a sentence, and is seen whole. */
const SENTENCE = 160
const isArray = (node: Node | undefined): boolean => node?.type === 'array'

/** The kind of a field: how it is shown and typed. */
export function fieldOf(raw: Node, defs: Record<string, Node>): Field {
  const { node, nullable } = resolve(raw, defs)
  const items = node.items ? resolve(node.items, defs).node : null
  const made = (kind: Kind, choices: Choice[] = []): Field => ({ kind, node, nullable, choices, items })
  const words = raw['x-choices'] ?? {}
  const codes = node.enum ?? node.items?.enum ?? Object.keys(words)
  if (codes.length)
    return made(
      isArray(node) ? 'several' : 'choice',
      codes.map((code) => ({ value: String(code), label: words[String(code)] ?? String(code) })),
    )
  if (node.type === 'boolean') return made('tick')
  if (node.type === 'number' || node.type === 'integer') return made('number')
  if (node.properties) return made('group')
  if (node.type === 'object') return made('pairs')
  if (isArray(node)) {
    if (items?.properties) return made('rows')
    if (isArray(items ?? undefined)) return isArray(items?.items) ? made('rings') : made('points')
    return made('words')
  }
  return made((node.maxLength ?? 0) >= SENTENCE ? 'sentence' : 'text')
}

/** `certificates.0.role` as the form names it: “Certificates, 1, Role”. */
export function wayTo(at: string, schema: Node): string {
  const defs = schema.$defs ?? {}
  const names: string[] = []
  let here: Node = schema
  for (const part of at.split('.')) {
    const { node } = resolve(here, defs)
    const child = node.properties?.[part]
    names.push(/^\d+$/.test(part) ? String(Number(part) + 1) : child ? labelOf(part, child) : part)
    here = child ?? node.items ?? {}
  }
  return names.join(', ')
}
/** All that was refused, each by its way; what has no field stands as it was said. */
export function refusals(faults: Record<string, string>, schema: Node | null, otherwise: string): string {
  if (!schema || !Object.keys(faults).length) return otherwise
  return Object.entries(faults)
    .map(([at, said]) => `${wayTo(at, schema)}: ${said}`)
    .join(' ')
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
  return {
    choice: node.enum ? choices[0]?.value : '', // what the firm keeps is chosen by somebody
    several: [],
    tick: false,
    number: null,
    text: '',
    sentence: '',
    words: [],
    points: [],
    rings: [],
    pairs: {},
    rows: [],
  }[kind]
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
/** Names with what belongs to each, a pair a line: `left: collar letter L`; several to one name with commas. */
export const pairsTo = (pairs: unknown): string =>
  Object.entries((pairs ?? {}) as Record<string, unknown>)
    .map(([name, value]) => `${name}: ${Array.isArray(value) ? value.join(', ') : String(value)}`)
    .join('\n')
export function pairsFrom(text: string, several: boolean): Record<string, string | string[]> {
  const split = (line: string): [string, string] => {
    const at = line.indexOf(':')
    return at < 0 ? [line.trim(), ''] : [line.slice(0, at).trim(), line.slice(at + 1).trim()]
  }
  const list = (value: string) => value.split(',').map((one) => one.trim()).filter(Boolean) // prettier-ignore
  return Object.fromEntries(
    text
      .split('\n')
      .filter((line) => line.trim())
      .map(split)
      .map(([name, value]) => [name, several ? list(value) : value]),
  )
}
/** Whether several belong to each name of a field of pairs. */
export const holdsSeveral = (node: Node): boolean =>
  typeof node.additionalProperties === 'object' && isArray(node.additionalProperties)
/** What people call a field: as the server says, or its name in words. */
export function labelOf(name: string, node: Node): string {
  const words = name.replaceAll('_', ' ')
  return node['x-label'] ?? `${words.charAt(0).toUpperCase()}${words.slice(1)}`
}
