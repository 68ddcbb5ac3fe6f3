/** Wording of quantities, from the server's own table of units. */
import units from '@/api/units.json'

export type System = 'metric' | 'imperial'
export type UnitCode = keyof typeof units

interface Wording { factor: number; suffix: string; decimals: number }

function wording(unit: string, system: System): Wording {
  return (units as Record<string, Record<System, Wording>>)[unit]?.[system] ?? { factor: 1, suffix: unit ? ` ${unit}` : '', decimals: 1 }
}

/** The value with its unit: `formatQuantity(61.42, 'deg', 'metric')` is `61.4°`. */
export function formatQuantity(value: number, unit: string, system: System): string {
  const { factor, suffix, decimals } = wording(unit, system)
  const shown = (value * factor).toFixed(decimals)
  return `${(Number(shown) === 0 ? shown.replace('-', '') : shown).replace('-', '−')}${suffix}`
}

/** The value in the display unit, as a person would type it: no trailing zeros. */
export function toEntry(value: number | null | undefined, unit: string, system: System): string {
  if (value === null || value === undefined) return ''
  const { factor, decimals } = wording(unit, system)
  return String(Number((value * factor).toFixed(factor === 1 ? 6 : decimals + 2)))
}

/** What was typed, in the base unit; text that is no number is handed on as it is, so that the server can say so. */
export function fromEntry(text: string, unit: string, system: System): number | string | null {
  const trimmed = text.trim().replace('−', '-').replace(',', '.')
  if (trimmed === '') return null
  const value = Number(trimmed)
  return Number.isFinite(value) ? value / wording(unit, system).factor : text.trim()
}

/** The unit's sign alone, such as `mm`. */
export function unitSign(unit: string, system: System): string {
  return wording(unit, system).suffix.trim()
}
