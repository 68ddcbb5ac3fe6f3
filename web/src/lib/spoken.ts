/** What is said aloud and felt in the hand, of what the screen shows. */
import type { Verdict } from '@/lib/verdict'

const SAID: [RegExp, string][] = [
  [/−/g, 'minus '],
  [/±\s*/g, 'plus or minus '],
  [/(\d)\s*°\s*C\b/g, '$1 degrees Celsius'],
  [/(\d)\s*°/g, '$1 degrees'],
  [/(\d)\s*dB\b/g, '$1 decibels'],
  [/(\d)\s*m\/s\b/g, '$1 metres a second'],
  [/(\d)\s*N·m\b/g, '$1 newton metres'],
  [/(\d)\s*Mbit\/s\b/g, '$1 megabits'],
  [/(\d)\s*mm\b/g, '$1 millimetres'],
  [/(\d)\s*m\b/g, '$1 metres'],
  [/(\d)\s*ft\b/g, '$1 feet'],
  [/(\d)\s*%/g, '$1 percent'],
  [/\s+/g, ' '],
]
/** A line of the screen as a voice says it: units in words, signs too. */
export const spoken = (text: string): string =>
  SAID.reduce((said, [sign, words]) => said.replace(sign, words), text).trim()

/** Milliseconds on and off: the worse, the longer. */
export const BUZZ: Record<Verdict, number[]> = {
  clear: [60],
  unknown: [60, 120, 60],
  mind: [200, 120, 200],
  hold: [700],
}
