/** Wording of quantities, from the server's own table of units. */
import units from '@/api/units.json'
import { readMeasure } from '@/lib/measure'
import { askWhich, type Read, readNumber } from '@/lib/number'

export type System = 'metric' | 'imperial'
export type UnitCode = keyof typeof units

interface Wording {
  factor: number
  offset: number
  suffix: string
  decimals: number
}

function wording(unit: string, system: System): Wording {
  return (
    (units as Record<string, Record<System, Wording>>)[unit]?.[system] ?? {
      factor: 1,
      offset: 0,
      suffix: unit ? ` ${unit}` : '',
      decimals: 1,
    }
  )
}

const GROUPED_FROM = 10_000 // four digits are read at a glance, five are not
const SIXTEENTH_WITHIN_MM = 0.1 // a drill, a bolt or a tube is named by its fraction where it is one
const FEET_AND_INCHES_UNDER_FT = 100 // what a tape measures
const MM_PER_INCH = 25.4

/** The side to which a figure is rounded: a limit to its safe one, so that who keeps to what is shown keeps the limit. */
export type Towards = 'near' | 'up' | 'down'
const A_HAIR = 1e-6
/** The next whole number to that side; what differs from a whole one by a millionth is that one. */
const towards = (value: number, to: Towards): number =>
  to === 'near' ? Math.round(value) : to === 'up' ? Math.ceil(value - A_HAIR) : Math.floor(value + A_HAIR)

function grouped(value: number, decimals: number, to: Towards = 'near'): string {
  if (to !== 'near') value = towards(value * 10 ** decimals, to) / 10 ** decimals
  const shown = value.toFixed(decimals)
  const [whole, rest] = (Number(shown) === 0 ? shown.replace('-', '') : shown).replace('-', '−').split('.')
  const groups = Math.abs(value) >= GROUPED_FROM ? whole!.replace(/\B(?=(\d{3})+$)/g, '\u00a0') : whole!
  return rest === undefined ? groups : `${groups}.${rest}`
}

/** `2 3/8` where the value is a sixteenth, within a tenth of a millimetre; else empty. */
function fraction(inches: number): string {
  const sixteenths = Math.round(Math.abs(inches) * 16)
  const off = Math.abs(Math.abs(inches) - sixteenths / 16) * MM_PER_INCH
  if (off > SIXTEENTH_WITHIN_MM || sixteenths === 0) return ''
  const whole = Math.floor(sixteenths / 16)
  let [top, under] = [sixteenths % 16, 16]
  while (top && top % 2 === 0) [top, under] = [top / 2, under / 2]
  return (inches < 0 ? '−' : '') + [whole || '', top ? `${top}/${under}` : ''].filter(Boolean).join(' ')
}

const OPPOSITE: Record<Towards, Towards> = { near: 'near', up: 'down', down: 'up' }
/** `5 ft 3 in`, to the nearest inch, or to the next one on that side of it. */
function feetAndInches(feet: number, to: Towards = 'near'): string {
  const all = towards(Math.abs(feet) * 12, feet < 0 ? OPPOSITE[to] : to)
  const [whole, inches] = [Math.floor(all / 12), all % 12]
  const words = [whole ? `${whole} ft` : '', inches || !whole ? `${inches} in` : '']
  return (feet < 0 && all ? '−' : '') + words.filter(Boolean).join(' ')
}

/** The value with its unit: `formatQuantity(61.42, 'deg', 'metric')` is `61.4°`. `more`: digits beyond the usual. */
const SECONDS_UNDER_S = 120
const HOURS_FROM_MIN = 120
/** `14 min 23 s`, `20 min`, `3 h 5 min`. */
function clockWords(seconds: number): string {
  const sign = seconds < 0 ? '−' : ''
  const whole = Math.round(Math.abs(seconds))
  const minutes = Math.floor(whole / 60)
  if (minutes >= HOURS_FROM_MIN) {
    const all = Math.round(whole / 60)
    return `${sign}${Math.floor(all / 60)} h${all % 60 ? ` ${all % 60} min` : ''}`
  }
  return `${sign}${minutes} min${whole % 60 ? ` ${whole % 60} s` : ''}`
}

const SMALL_TORQUE_NM = 10

export function formatQuantity(value: number, unit: string, system: System, more = 0, to: Towards = 'near'): string {
  const { factor, offset, suffix, decimals } = wording(unit, system)
  const shown = value * factor + offset
  const whole = Math.round(Math.abs(shown))
  if (unit === 'nm' && Math.abs(value) < SMALL_TORQUE_NM) more = Math.max(more, 1)
  if (unit === 's' && more === 0 && whole >= SECONDS_UNDER_S && whole < 1e15) return clockWords(shown)
  if (system === 'imperial' && more === 0) {
    if (unit === 'mm' && fraction(shown)) return `${fraction(shown)}${suffix}`
    if (unit === 'm' && Math.abs(shown) < FEET_AND_INCHES_UNDER_FT) return feetAndInches(shown, to)
  }
  return `${grouped(shown, decimals + more, to)}${suffix}`
}
/** How much of a thing is brought: pieces as a count, lengths and litres in the system, all else as it is sold. */
export const formatAmount = (one: { amount: number; unit: string }, system: System): string =>
  one.unit === 'pieces'
    ? `${one.amount} ×`
    : one.unit === 'm' || one.unit === 'l'
      ? formatQuantity(one.amount, one.unit, system)
      : `${one.amount} ${one.unit}`

const IN_A_SENTENCE: Record<string, UnitCode> = {
  'N·m': 'nm',
  'm/s': 'mps',
  mm: 'mm',
  km: 'km',
  kg: 'kg',
  '°C': 'c',
  'm³': 'm3',
  m: 'm',
  l: 'l',
  N: 'n',
}
const NUMBER = '[-−]?\\d[\\d,\u00a0]*(?:\\.\\d+)?'
/** A size that is a name, as that of a spanner, has a no-break space before its unit; one after a cross is half of a pair. */
const IS_QUANTITY = `(?<![\\w.,])(?<!× )(${NUMBER})(?: to (${NUMBER}))? (${Object.keys(IN_A_SENTENCE).join('|')})(?![\\w/·²³°])`
const QUANTITY = new RegExp(IS_QUANTITY, 'g')
const escaped = (name: string) => name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

let beside = { named: [] as string[], found: QUANTITY }
/** Quantities, but none inside of one of the names; made once for the names of a job. */
function besideNames(named: string[]): RegExp {
  if (beside.named === named) return beside.found
  const either = named.flatMap((one) => [one, one.charAt(0).toLowerCase() + one.slice(1)]) // within a sentence too
  const names = either.sort((a, b) => b.length - a.length).map(escaped)
  const found = names.length ? new RegExp(`(?<!\\w)(?:${names.join('|')})(?!\\w)|${IS_QUANTITY}`, 'g') : QUANTITY
  beside = { named, found }
  return found
}

/**
 * A sentence of the core, which is metric, with each of its quantities in the system. What something is to be raised,
 * moved or cut back by is rounded up: less would not be enough. What is named stays as it is called: nobody finds a
 * 13 mm spanner as one of 0.51 in.
 */
export function inSystem(sentence: string, system: System, named: string[] = []): string {
  if (system === 'metric' || sentence.search(QUANTITY) < 0) return sentence
  const read = (text: string) => Number(text.replace(/[,\u00a0]/g, '').replace('−', '-'))
  return sentence.replace(besideNames(named), (all, first?: string, second?: string, unit?: string, at?: number) => {
    if (first === undefined || unit === undefined) return all
    const { factor } = wording('m', system)
    if (unit === 'm' && second === undefined && sentence.slice(0, at).endsWith(' by '))
      if (Math.abs(read(first) * factor) < FEET_AND_INCHES_UNDER_FT) return feetAndInches(read(first) * factor, 'up')
    return [first, second]
      .filter((one) => one !== undefined)
      .map((one) => formatQuantity(read(one), IN_A_SENTENCE[unit]!, system))
      .join(' to ')
  })
}

const BEFORE_ITS_SIGN =
  /(\d) (?=(?:mm|cm|m|km|kg|g|N|N·m|kN|m\/s|km\/h|mph|ft|in|lb|lbf·ft|°C|°F|dBm?|[kM]Pa|min|h|s|V|W|%)(?![\w/·]))/g
/** A figure and its sign stay on one line. */
export const closeUp = (sentence: string): string => sentence.replace(BEFORE_ITS_SIGN, '$1\u00a0')

/** Data with each of its sentences in the system; figures and names of fields stay as they are, and what is named. */
export function allInSystem<T>(told: T, system: System, named: string[] = []): T {
  if (typeof told === 'string') return inSystem(told, system, named) as T
  if (Array.isArray(told)) return told.map((one: unknown) => allInSystem(one, system, named)) as T
  if (told === null || typeof told !== 'object') return told
  const of = ([name, one]: [string, unknown]) => [name, allInSystem(one, system, named)]
  return Object.fromEntries(Object.entries(told).map(of)) as T
}

/** The value in the display unit, as a person would type it: no trailing zeros, and no more digits than one measures. */
export function toEntry(value: number | null | undefined, unit: string, system: System): string {
  if (value === null || value === undefined) return ''
  const { factor, offset, decimals } = wording(unit, system)
  return String(Number((value * factor + offset).toFixed(factor === 1 ? 6 : decimals + 1)))
}

/** A figure and what stands behind it, so that what is asked of `1,215 ft` is asked with its unit. */
const WITH_A_TAIL = /^(.*\d)(\s*[^\d\s.,].*)$/

/** What was typed, in the base unit; the two readings where it could be either; the text where it is no number. */
export function readEntry(text: string, unit: string, system: System): Read {
  const measured = readMeasure(text, unit, system)
  if (measured !== null) return { value: measured }
  const typed = text.trim()
  const behind = ([system, 'metric', 'imperial'] as const).find((one) => {
    const sign = unitSign(unit, one)
    return sign !== '' && typed.length > sign.length && typed.toLowerCase().endsWith(sign.toLowerCase())
  })
  const read = readNumber(behind ? typed.slice(0, -unitSign(unit, behind).length) : typed)
  const { factor, offset } = wording(unit, behind ?? system)
  if ('value' in read) return { value: read.value === null ? null : (read.value - offset) / factor }
  const [, figure, tail] = WITH_A_TAIL.exec(typed) ?? []
  const either = figure === undefined ? read : readNumber(figure)
  if (!('ask' in either)) return { text: typed }
  const asked = either.ask.map((one) => one + (tail ?? '')) as [string, string]
  return tail === undefined || 'value' in readEntry(asked[0], unit, system) ? { ask: asked } : { text: typed }
}

/** The same; text that is no number, or could be two, is handed on, so that it can be said. */
export function fromEntry(text: string, unit: string, system: System): number | string | null {
  const read = readEntry(text, unit, system)
  if ('value' in read) return read.value
  return 'ask' in read ? askWhich(text.trim(), read.ask) : read.text
}

/** The unit's sign alone, such as `mm`. */
export function unitSign(unit: string, system: System): string {
  return wording(unit, system).suffix.trim()
}

/** An amount in the firm's currency, grouped, with its hundredths. */
export const formatMoney = (amount: number, currency = '') => `${currency} ${grouped(amount, 2)}`.trim()

const FAR_M = 5000

/** A distance on the ground in metres or, where it is far, in kilometres. */
export function apartWords(distance_m: number, system: System): string {
  return distance_m > FAR_M ? formatQuantity(distance_m / 1000, 'km', system) : formatQuantity(distance_m, 'm', system)
}
