/** Wording of quantities, from the server's own table of units. */
import units from '@/api/units.json'
import { askWhich, readNumber } from './number'

export type System = 'metric' | 'imperial'
export type UnitCode = keyof typeof units

interface Wording {
  factor: number
  suffix: string
  decimals: number
}

function wording(unit: string, system: System): Wording {
  return (
    (units as Record<string, Record<System, Wording>>)[unit]?.[system] ?? {
      factor: 1,
      suffix: unit ? ` ${unit}` : '',
      decimals: 1,
    }
  )
}

/** The value with its unit: `formatQuantity(61.42, 'deg', 'metric')` is `61.4°`. `more`: digits beyond the usual. */
export function formatQuantity(value: number, unit: string, system: System, more = 0): string {
  const { factor, suffix, decimals } = wording(unit, system)
  const shown = (value * factor).toFixed(decimals + more)
  return `${(Number(shown) === 0 ? shown.replace('-', '') : shown).replace('-', '−')}${suffix}`
}

/** The value in the display unit, as a person would type it: no trailing zeros. */
export function toEntry(value: number | null | undefined, unit: string, system: System): string {
  if (value === null || value === undefined) return ''
  const { factor, decimals } = wording(unit, system)
  return String(Number((value * factor).toFixed(factor === 1 ? 6 : decimals + 2)))
}

/** What was typed, in the base unit; text that is no number, or could be two, is handed on, so that it can be said. */
export function fromEntry(text: string, unit: string, system: System): number | string | null {
  const read = readNumber(text)
  if ('value' in read) return read.value === null ? null : read.value / wording(unit, system).factor
  return 'ask' in read ? askWhich(text.trim(), read.ask) : read.text
}

/** The unit's sign alone, such as `mm`. */
export function unitSign(unit: string, system: System): string {
  return wording(unit, system).suffix.trim()
}

const FAR_M = 5000

/** A distance on the ground in metres or, where it is far, in kilometres. */
export function apartWords(distance_m: number, system: System): string {
  return distance_m > FAR_M ? formatQuantity(distance_m / 1000, 'km', system) : formatQuantity(distance_m, 'm', system)
}
