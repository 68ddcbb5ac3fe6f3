/** A change in words: what it was and is, who made it. */
import { type Schemas, TAB } from '@/api/client'
import { allFacts } from '@/fields/told'

export type Change = Schemas['ChangeOut']

const rowWords = (row: Record<string, unknown>): string =>
  Array.isArray(row)
    ? `${row.length} entries`
    : Object.entries(row)
        .filter(([name, value]) => name !== 'id' && ['string', 'number'].includes(typeof value) && value !== '')
        .map(([name, value]) => `${name.replaceAll('_', ' ')} ${String(value)}`)
        .join(', ')
export const brief = (value: unknown): string => {
  if (value === null || value === undefined || value === '') return 'nothing'
  const text = typeof value === 'object' ? rowWords(value as Record<string, unknown>) : String(value)
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}
const LABELS: Record<string, string> = Object.fromEntries(allFacts().map(([path, one]) => [path, one.label]))
/**
 * What a path of the journal names, in the words of its entry: of a list or a nested value also the part of it that is
 * meant. An id of a row says nothing to a reader.
 */
export function fact(path: string): string {
  const [whole, ...inner] = path.split('/')
  const [room, field, ...parts] = whole!.split('.')
  const told: string[] = []
  let at = `${room}.${field}`
  const add = (name: string) => told.push(LABELS[at] ?? name.replaceAll('_', ' '))
  add(field!)
  for (const part of parts) {
    at += `.${part}`
    add(part)
  }
  inner.forEach((one, index) => {
    const isId = index % 2 === 0
    at += isId ? '[]' : `.${one}`
    if (!isId) add(one)
    else if (/^[a-z]/.test(one) && inner.length === 1) told.push(one.replaceAll('_', ' '))
  })
  return told.join(', ')
}
export const who = (change: Change) =>
  `${change.by || (change.device === 'terminal' ? 'The terminal' : 'Rindle')}${
    change.device && change.device !== TAB && change.device !== 'terminal' ? ', another screen' : ''
  }`
