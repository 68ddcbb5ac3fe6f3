/** A finding's figure against its limit, in words: what is a ceiling, a floor or a window is said. */
import type { Schemas } from '@/api/client'
import { formatQuantity, type System, unitSign } from '@/lib/quantity'

type Finding = Pick<Schemas['Finding'], 'figure' | 'limit' | 'upper' | 'bound' | 'unit'>
const WORDS: Record<string, string> = { at_most: 'at most', at_least: 'at least', usual: 'usually' }

/** The first of two figures of one unit: its sign stands once, after the second. Feet with inches keep theirs. */
const bare = (text: string, sign: string) => {
  const figure = sign && text.endsWith(sign) ? text.slice(0, -sign.length).trimEnd() : text
  return /^[\d.,−\s/]+$/.test(figure) ? figure : text
}

/**
 * Figure and limit. Where both would look the same and are not, each has digits enough to tell them apart; a figure
 * that is not nothing has one more before it is shown as that.
 */
export function against(finding: Finding, system: System): { figure: string; limit: string } {
  const { figure, limit, upper, bound, unit } = finding
  if (figure == null) return { figure: '', limit: '' }
  const words = (value: number, more: number) => formatQuantity(value, unit, system, more)
  if (limit == null || !bound) return { figure: words(figure, 0), limit: '' }
  const apart = [0, 1, 2, 3].find((extra) => words(figure, extra) !== words(limit, extra)) ?? 0
  const more = apart === 0 && figure !== 0 && words(figure, 0) === words(0, 0) ? 1 : apart
  const beside = words(limit, more)
  return {
    figure: words(figure, more),
    limit:
      bound === 'between' && upper != null
        ? `between ${bare(beside, unitSign(unit, system))} and ${words(upper, more)}`
        : `${WORDS[bound]} ${beside}`,
  }
}
