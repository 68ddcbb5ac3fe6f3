/** A change in words: what it was and is, who made it. */
import { type Schemas, TAB } from '@/api/client'
import { factAt, type Path, type Told } from '@/fields/told'
import { formatQuantity, type System } from '@/lib/quantity'

export type Change = Schemas['ChangeOut']
export type Op = Schemas['ChangedOut']

const toldAt = (at: string) => factAt(at as Path) as Told | undefined
/** What of a row is entered, by the words of its columns. */
const rowWords = (row: object, at: string, system: System): string =>
  Array.isArray(row)
    ? `${row.length} entries`
    : Object.entries(row)
        .filter(([name, value]) => name !== 'id' && ['string', 'number'].includes(typeof value) && value !== '')
        .map(([name, value]) => {
          const label = toldAt(`${at}.${name}`)?.label ?? name.replaceAll('_', ' ')
          return `${label} ${brief(value, `${at}.${name}`, system)}`
        })
        .join(', ')
/** A value as its entry shows it: a number with its unit, a choice by its words. */
export function brief(value: unknown, at: string, system: System): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  const told = toldAt(at.replace(/\[\]$/, ''))
  if (typeof value === 'number') return told?.unit ? formatQuantity(value, told.unit, system) : String(value)
  const choice = told?.choices?.find(([code]) => code === value)
  const text = choice?.[1] ?? (typeof value === 'object' ? rowWords(value, at, system) : String(value))
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}
/** `Wall thickness: 3.0 mm → 3.3 mm` */
export const opWords = (op: Op, system: System) =>
  `${op.label}: ${brief(op.before, op.at, system)} → ${brief(op.after, op.at, system)}`
export const who = (change: Change) =>
  `${change.by || (change.device === 'terminal' ? 'The terminal' : 'Rindle')}${
    change.device && change.device !== TAB && change.device !== 'terminal' ? ', another screen' : ''
  }`
