/** A finding's figure against its limit, in words: what is a ceiling, a floor or a window is said. */
import type { Schemas } from '@/api/client'
import { formatQuantity, type System } from '@/lib/quantity'

type Finding = Pick<Schemas['Finding'], 'figure' | 'limit' | 'upper' | 'bound' | 'unit'>
const WORDS: Record<string, string> = { at_most: 'at most', at_least: 'at least', usual: 'usually' }

/** Figure and limit. Where both would look the same and are not, each has digits enough to tell them apart. */
export function against(finding: Finding, system: System): { figure: string; limit: string } {
  const { figure, limit, upper, bound, unit } = finding
  if (figure == null) return { figure: '', limit: '' }
  const words = (value: number, more: number) => formatQuantity(value, unit, system, more)
  if (limit == null || !bound) return { figure: words(figure, 0), limit: '' }
  const more = [0, 1, 2, 3].find((extra) => words(figure, extra) !== words(limit, extra)) ?? 0
  const beside = words(limit, more)
  return {
    figure: words(figure, more),
    limit:
      bound === 'between' && upper != null
        ? `between ${beside} and ${words(upper, more)}`
        : `${WORDS[bound]} ${beside}`,
  }
}
