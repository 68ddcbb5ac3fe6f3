/** Lengths and other figures as people write them on site: fractions, feet and inches, a unit of their own. */
import { readNumber } from '@/lib/number'

/** A unit as it is written: the kind of quantity, and its size (with the zero's offset) in that kind's base. */
const WRITTEN: [RegExp, string, number, number?][] = [
  [/^(mm|millimet(re|er)s?)$/i, 'length', 0.001],
  [/^(cm|centimet(re|er)s?)$/i, 'length', 0.01],
  [/^(m|met(re|er)s?)$/i, 'length', 1],
  [/^(km|kilomet(re|er)s?)$/i, 'length', 1000],
  [/^(in|inch|inches|"|”|″)$/i, 'length', 0.0254],
  [/^(ft|foot|feet|'|’|′)$/i, 'length', 0.3048],
  [/^(yd|yards?)$/i, 'length', 0.9144],
  [/^(mi|miles?)$/i, 'length', 1609.344],
  [/^kg$/i, 'mass', 1],
  [/^(lbs?|pounds?)$/i, 'mass', 0.45359237],
  [/^m\/s$/i, 'speed', 1],
  [/^km\/h$/i, 'speed', 1 / 3.6],
  [/^mph$/i, 'speed', 0.44704],
  [/^(kn|kt|knots?)$/i, 'speed', 1852 / 3600],
  [/^°?\s?C$/, 'temperature', 1, 0],
  [/^°?\s?F$/, 'temperature', 5 / 9, 32],
]
/** A field's unit: the kind of quantity, its size in that kind's base, and the sign under which plain numbers stand. */
const FIELDS: Record<string, [kind: string, size: number]> = {
  mm: ['length', 0.001],
  m: ['length', 1],
  km: ['length', 1000],
  kg: ['mass', 1],
  mps: ['speed', 1],
  c: ['temperature', 1],
}
const INCH_M = 0.0254

/** `2 3/8`, `2-3/8` and `3/8` as a number; null where it is no fraction. */
export function readFraction(text: string): number | null {
  const match = /^([+-−]?)(?:(\d+)[\s-]+)?(\d+)\s*[/⁄]\s*(\d+)$/.exec(text.trim())
  if (!match || Number(match[4]) === 0) return null
  const value = Number(match[2] ?? 0) + Number(match[3]) / Number(match[4])
  return match[1] === '-' || match[1] === '−' ? -value : value
}

function plain(text: string): number | null {
  const part = readFraction(text)
  if (part !== null) return part
  const read = readNumber(text)
  return 'value' in read ? read.value : null
}

/** `5 ft 3 1/2 in`, `5' 3"` and `5'3` in metres; null where it is not written so. */
function readFeetAndInches(text: string): number | null {
  const match =
    /^([-−]?)(\d+(?:\.\d+)?)\s*(?:ft|feet|foot|['’′])\s*(\d[\d\s./⁄-]*)?\s*(?:in|inch|inches|["”″])?$/i.exec(text)
  if (!match) return null
  const inches = match[3] === undefined ? 0 : plain(match[3].trim())
  if (inches === null) return null
  const metres = (Number(match[2]) * 12 + inches) * INCH_M
  return match[1] ? -metres : metres
}

/**
 * What was written with a unit of its own, as feet and inches, or as a fraction, in the field's base unit; null where it
 * is a plain number, or a unit that the field does not measure.
 */
export function readMeasure(given: string, unit: string, system: 'metric' | 'imperial'): number | null {
  const text = given.trim()
  const field = FIELDS[unit]
  if (!field || text === '') return null
  const [kind, size] = field
  if (kind === 'length') {
    const metres = readFeetAndInches(text)
    if (metres !== null) return metres / size
    const bare = readFraction(text)
    if (bare !== null) return unit === 'mm' && system === 'imperial' ? (bare * INCH_M) / size : null
  }
  const match = /^(.*?[\d.])\s*([a-z°/"'”″’′]+)$/i.exec(text)
  if (!match) return null
  const found = WRITTEN.find(([pattern, ofKind]) => ofKind === kind && pattern.test(match[2]!))
  const value = plain(match[1]!)
  if (!found || value === null) return null
  return ((value - (found[3] ?? 0)) * found[2]) / size
}
