/** Figures as people write them on site: fractions, feet and inches, degrees and minutes, a unit of their own. */
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
  [/^(°|deg|degrees?)$/i, 'angle', 1],
  [/^(s|sec|secs|seconds?)$/i, 'time', 1],
  [/^(min|mins|minutes?)$/i, 'time', 60],
  [/^(h|hrs?|hours?)$/i, 'time', 3600],
  [/^(d|days?)$/i, 'time', 86_400],
  [/^(ms|milliseconds?)$/i, 'time', 0.001],
  [/^(mΩ|mohms?)$/, 'resistance', 0.001],
  [/^(Ω|ohms?)$/i, 'resistance', 1],
  [/^(kbit\/s|kbps)$/i, 'rate', 0.001],
  [/^(mbit\/s|mbps)$/i, 'rate', 1],
  [/^(gbit\/s|gbps)$/i, 'rate', 1000],
  [/^hz$/i, 'frequency', 1],
  [/^khz$/i, 'frequency', 1e3],
  [/^mhz$/i, 'frequency', 1e6],
  [/^ghz$/i, 'frequency', 1e9],
  [/^(kBd|kbaud)$/i, 'symbols', 1e3],
  [/^(MBd|Mbaud)$/, 'symbols', 1e6],
  [/^(n·?m|newton metres?)$/i, 'torque', 1],
  [/^(lbf·ft|lbf?-?ft|ft-?lbf?)$/i, 'torque', 4.4482216152605 * 0.3048],
  [/^n$/i, 'force', 1],
  [/^kN$/, 'force', 1000],
  [/^lbf$/i, 'force', 4.4482216152605],
  [/^w$/i, 'power', 1],
  [/^kw$/i, 'power', 1000],
  [/^(l|litres?|liters?)$/i, 'volume', 1],
  [/^(gal|gallons?)$/i, 'volume', 3.785411784],
  [/^(%|percent|per cent)$/i, 'share', 1],
  [/^db$/i, 'ratio', 1],
  [/^dbm$/i, 'level', 1],
  [/^(v|volts?)$/i, 'tension', 1],
  [/^(mA|milliamps?)$/, 'current', 0.001],
  [/^(A|amps?)$/, 'current', 1],
  [/^(mm²|mm2)$/i, 'section', 1],
  [/^turns?$/i, 'turns', 1],
  [/^(y|yrs?|years?)$/i, 'age', 1],
  [/^Pa$/, 'pressure', 1],
  [/^(kPa|kN\/m[²2])$/, 'pressure', 1e3],
  [/^(MPa|N\/mm[²2])$/, 'pressure', 1e6],
  [/^(psf|lbf?\/ft[²2])$/i, 'pressure', 4.4482216152605 / 0.3048 ** 2],
  [/^(psi|lbf?\/in[²2])$/i, 'pressure', 4.4482216152605 / 0.0254 ** 2],
  [/^ksi$/i, 'pressure', 4448.2216152605 / 0.0254 ** 2],
  [/^m(\/| per )(y|yr|year)$/i, 'growth', 1],
  [/^cm(\/| per )(y|yr|year)$/i, 'growth', 0.01],
  [/^ft(\/| per )(y|yr|year)$/i, 'growth', 0.3048],
  [/^in(\/| per )(y|yr|year)$/i, 'growth', 0.0254],
  [/^wh$/i, 'energy', 1],
  [/^kwh$/i, 'energy', 1000],
]
/** A field's unit: the kind of quantity, its size in that kind's base, and the sign under which plain numbers stand. */
const FIELDS: Record<string, [kind: string, size: number]> = {
  mm: ['length', 0.001],
  m: ['length', 1],
  km: ['length', 1000],
  kg: ['mass', 1],
  mps: ['speed', 1],
  c: ['temperature', 1],
  deg: ['angle', 1],
  compass_deg: ['angle', 1],
  s: ['time', 1],
  min: ['time', 60],
  h: ['time', 3600],
  days: ['time', 86_400],
  ms: ['time', 0.001],
  ohm: ['resistance', 1],
  mohm: ['resistance', 0.001],
  mbps: ['rate', 1],
  hz: ['frequency', 1],
  mhz: ['frequency', 1e6],
  kbaud: ['symbols', 1e3],
  nm: ['torque', 1],
  n: ['force', 1],
  w: ['power', 1],
  l: ['volume', 1],
  percent: ['share', 1],
  db: ['ratio', 1],
  dbm: ['level', 1],
  v: ['tension', 1],
  ma: ['current', 0.001],
  mm2: ['section', 1],
  turns: ['turns', 1],
  years: ['age', 1],
  kpa: ['pressure', 1e3],
  mpa: ['pressure', 1e6],
  m_per_year: ['growth', 1],
  above_sea_m: ['length', 1],
  wh: ['energy', 1],
}
const INCH_M = 0.0254

/** `2 3/8`, `2-3/8` and `3/8` as a number; null where it is no fraction. */
export function readFraction(text: string): number | null {
  const match = /^([-+−]?)(?:(\d+)[\s-]+)?(\d+)\s*[/⁄]\s*(\d+)$/.exec(text.trim())
  if (!match || Number(match[4]) === 0) return null
  const value = Number(match[2] ?? 0) + Number(match[3]) / Number(match[4])
  return match[1] === '-' || match[1] === '−' ? -value : value
}

// prettier-ignore
const GLYPHS: Record<string, string> = {
  '½': '1/2', '¼': '1/4', '¾': '3/4', '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8', '⅓': '1/3', '⅔': '2/3',
}
/** `1½` as `1 1/2`: how a telephone’s keyboard writes it. */
const asciiFractions = (text: string) =>
  text.replace(
    /(\d?)\s*([½¼¾⅛⅜⅝⅞⅓⅔])/g,
    (_, before: string, glyph: string) => `${before}${before && ' '}${GLYPHS[glyph]}`,
  )

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

const DEGREES =
  /^([-−+]?)(\d+(?:[.,]\d+)?)\s*(?:°|deg)?\s*(?:(\d+(?:[.,]\d+)?)\s*['’′]\s*(?:(\d+(?:[.,]\d+)?)\s*(?:["”″]|''))?)?\s*([EW])?$/i

/** `33° 24'`, `33°24'36"` and `172 W`, east positive, in degrees; null where it is not written so. */
function readDegrees(text: string): number | null {
  const match = DEGREES.exec(text)
  if (!match || (match[3] === undefined && match[5] === undefined)) return null
  const [whole, minutes, seconds] = [2, 3, 4].map((at) => Number((match[at] ?? '0').replace(',', '.')))
  if (minutes! >= 60 || seconds! >= 60) return null
  const west = match[5]?.toUpperCase() === 'W'
  const below = match[1] === '-' || match[1] === '−'
  if (match[5] !== undefined && match[1]) return null // a sign and a letter say it twice
  return (whole! + minutes! / 60 + seconds! / 3600) * (west || below ? -1 : 1)
}

/** `1 h 20 min`, `14 min 23 s` in seconds; null where it is not written so. */
function readTime(text: string): number | null {
  const parts = [...text.matchAll(/(\d+(?:[.,]\d+)?)\s*([a-z]+)\s*/gi)]
  if (parts.length < 2 || parts.map((one) => one[0]).join('') !== text) return null
  const sizes = parts.map((one) => WRITTEN.find(([pattern, kind]) => kind === 'time' && pattern.test(one[2]!))?.[2])
  if (sizes.some((size, at) => size === undefined || (at > 0 && size >= sizes[at - 1]!))) return null
  return parts.reduce((sum, one, at) => sum + Number(one[1]!.replace(',', '.')) * sizes[at]!, 0)
}

/**
 * What was written with a unit of its own, as feet and inches, or as a fraction, in the field's base unit; null where it
 * is a plain number, or a unit that the field does not measure.
 */
export function readMeasure(given: string, unit: string, system: 'metric' | 'imperial'): number | null {
  const text = asciiFractions(given.trim())
  const field = FIELDS[unit]
  if (!field || text === '') return null
  const [kind, size] = field
  if (kind === 'length') {
    const metres = readFeetAndInches(text)
    if (metres !== null) return metres / size
    const bare = readFraction(text)
    if (bare !== null) return unit === 'mm' && system === 'imperial' ? (bare * INCH_M) / size : null
  }
  if (kind === 'turns' || kind === 'angle') {
    const bare = readFraction(text)
    if (bare !== null) return bare / size
  }
  if (kind === 'angle') {
    const degrees = readDegrees(text)
    if (degrees !== null) return degrees
  }
  if (kind === 'time') {
    const seconds = readTime(text)
    if (seconds !== null) return seconds / size
  }
  const match = /^(.*?[\d.])\s*([^\d\s.,+−/⁄-][^\d\s.,]*2?(?: [^\d\s.,]+){0,2})$/.exec(text)
  if (!match) return null
  const found = WRITTEN.find(([pattern, ofKind]) => ofKind === kind && pattern.test(match[2]!))
  const value = plain(match[1]!)
  if (!found || value === null) return null
  return ((value - (found[3] ?? 0)) * found[2]) / size
}
