/** Numbers as people type them: blanks and marks between thousands, a comma or a point before the decimals. */

/** What a text was read as; `ask` holds the two readings where it could be either, as texts that are not ambiguous. */
export type Read = { value: number | null } | { ask: [string, string] } | { text: string }

const SPACES = /[\s\u00a0\u2009\u202f'’_]/g
/** Blanks and marks stand between thousands and nowhere else: `3 5` is no 35, and `33'24` no 3324. */
const BETWEEN_THOUSANDS = /^[-+]?\d{1,3}(?:[\s\u00a0\u2009\u202f'’_]\d{3})+(?:[.,]\d*)?$/

/**
 * `2 385` and `2385` are 2385, `29,5` is 29.5, `2,385.5` and `2.385,5` are 2385.5, `1,234,567` is 1234567.
 * `2,385` can be 2385 or 2.385, so it is asked about; a single point is always before decimals.
 */
export function readNumber(given: string): Read {
  const text = given.trim()
  if (text === '') return { value: null }
  const signed = text.replace(/[−–]/g, '-').replace(/^([-+])\s+/, '$1')
  const plain = signed.replace(SPACES, '')
  if (plain !== signed && !BETWEEN_THOUSANDS.test(signed)) return { text }
  const match = /^([+-]?)(\d[\d.,]*|[.,]\d+)$/.exec(plain)
  if (!match) {
    const other = Number(plain)
    return plain !== '' && Number.isFinite(other) && /\d/.test(plain) ? { value: other } : { text }
  }
  const [, sign, body] = match as unknown as [string, string, string]
  const commas = body.split(',').length - 1
  const points = body.split('.').length - 1
  const as = (number: string) => ({ value: Number(sign + number) })
  if (commas === 0 && points <= 1) return as(body)
  if (commas === 1 && points === 0) {
    if (/^[1-9]\d{0,2},\d{3}$/.test(body)) return { ask: [sign + body.replace(',', ''), sign + body.replace(',', '.')] }
    return as(body.replace(',', '.'))
  }
  const decimal = commas && points ? (body.lastIndexOf(',') > body.lastIndexOf('.') ? ',' : '.') : ''
  const between = decimal === ',' ? '.' : decimal === '.' ? ',' : commas ? ',' : '.'
  const [whole, ...rest] = decimal ? body.split(decimal) : [body]
  const groups = whole!.split(between)
  if (rest.length > 1 || !groups.slice(1).every((group) => group.length === 3) || groups[0]!.length > 3) return { text }
  return as(groups.join('') + (rest.length ? `.${rest[0]}` : ''))
}

/** The sentence that asks which of two readings is meant. */
export function askWhich(typed: string, [large, small]: [string, string]): string {
  return `${typed} can be read as ${large} or as ${small}: choose one`
}
