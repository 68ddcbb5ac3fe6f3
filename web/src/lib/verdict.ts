/** The words of the verdicts; the mark is never shown without one. */
export type Verdict = 'clear' | 'mind' | 'hold' | 'unknown'

export const VERDICT_WORD: Record<Verdict, string> = {
  clear: 'Clear',
  mind: 'Mind',
  hold: 'Hold',
  unknown: 'Not yet known',
}
