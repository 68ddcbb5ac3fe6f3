/** Finds the trade's words in a text, so that each can be explained where it stands. */
import type { Schemas } from '@/api/client'

export type Term = Schemas['Term']
export interface Part {
  text: string
  term?: Term
}
const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/**
 * A finder for these terms: the longest word wins, each is marked once a text, a plural is the same word. Within a phrase
 * in which it means something else (“by hand”) it is not marked.
 */
export function finderOf(terms: Term[]): (text: string) => Part[] {
  const known = new Map<string, Term | null>(
    terms.flatMap((one) => (one.not_in ?? []).map((said) => [said.toLowerCase(), null])),
  )
  for (const one of terms) known.set(one.word.toLowerCase(), one)
  const words = [...known.keys()].sort((a, b) => b.length - a.length).map(escaped)
  if (!words.length) return (text) => [{ text }]
  const pattern = new RegExp(`(?<![\\p{L}\\p{N}])(${words.join('|')})(?=s?(?![\\p{L}\\p{N}]))`, 'giu')
  return (text) => {
    const parts: Part[] = []
    const seen = new Set<Term>()
    let from = 0
    for (const found of text.matchAll(pattern)) {
      const term = known.get(found[0].toLowerCase())
      if (!term) continue
      const letters = term.word === term.word.toUpperCase() // “IF” is not “if”
      if (seen.has(term) || (letters && found[0] !== term.word)) continue
      seen.add(term)
      if (found.index > from) parts.push({ text: text.slice(from, found.index) })
      parts.push({ text: found[0], term })
      from = found.index + found[0].length
    }
    return from < text.length ? [...parts, { text: text.slice(from) }] : parts
  }
}
