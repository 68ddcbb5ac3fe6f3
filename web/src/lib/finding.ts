/** A finding's figure against its limit, in words: what is a ceiling, a floor or a window is said. */
import type { Schemas } from '@/api/client'
import { formatQuantity, type System, type Towards, unitSign } from '@/lib/quantity'

type Finding = Pick<Schemas['Finding'], 'figure' | 'limit' | 'upper' | 'bound' | 'unit'>
const WORDS: Record<string, string> = { at_most: 'at most', at_least: 'at least', usual: 'usually' }

/** The first of two figures of one unit: its sign stands once, after the second. Feet with inches keep theirs. */
const bare = (text: string, sign: string) => {
  const figure = sign && text.endsWith(sign) ? text.slice(0, -sign.length).trimEnd() : text
  return /^[\d.,−\s/]+$/.test(figure) ? figure : text
}

/**
 * To which sides limit and upper limit are rounded: the one that the figure breaks to its safe side, so that who keeps to
 * what is shown keeps the limit; one that is kept is near, so that it looks kept. As the core's `sides`.
 */
function sides({ figure, limit, upper, bound }: Finding): [Towards, Towards] {
  if (figure == null || limit == null) return ['near', 'near']
  const under = bound !== 'at_most' && bound !== 'usual' && figure < limit
  const over = bound === 'at_most' ? figure > limit : bound === 'between' && upper != null && figure > upper
  if (bound === 'at_most') return [over ? 'down' : 'near', 'near']
  return [under ? 'up' : 'near', over ? 'down' : 'near']
}

/**
 * Figure and limit without words, the limit rounded as `sides` says. Where the figure and what it is held against would
 * look the same and are not, each has digits enough to tell them apart; a figure that is not nothing has one more before
 * it is shown as that.
 */
export function beside(finding: Finding, system: System): { figure: string; limit: string; upper: string } {
  const { figure, limit, upper, bound, unit } = finding
  if (figure == null) return { figure: '', limit: '', upper: '' }
  const words = (value: number, more: number, to: Towards = 'near') => formatQuantity(value, unit, system, more, to)
  if (limit == null || !bound) return { figure: words(figure, 0), limit: '', upper: '' }
  const [low, high] = sides(finding)
  const [held, side] = high !== 'near' && upper != null ? [upper, high] : [limit, low]
  const apart = [0, 1, 2, 3].find((extra) => words(figure, extra) !== words(held, extra, side)) ?? 0
  const more = apart === 0 && figure !== 0 && words(figure, 0) === words(0, 0) ? 1 : apart
  return {
    figure: words(figure, more),
    limit: words(limit, more, low),
    upper: bound === 'between' && upper != null ? words(upper, more, high) : '',
  }
}

/** The same, with what the limit is in words. */
export function against(finding: Finding, system: System): { figure: string; limit: string } {
  const { figure, limit, upper } = beside(finding, system)
  if (!limit) return { figure, limit }
  return {
    figure,
    limit: upper
      ? `between ${bare(limit, unitSign(finding.unit, system))} and ${upper}`
      : `${WORDS[finding.bound]} ${limit}`,
  }
}
