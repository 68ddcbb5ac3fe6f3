/** Finds the trade's words in a text, so that each can be explained where it stands. */
import type { Schemas } from '@/api/client'

export type Term = Schemas['Term']
export interface Part {
  text: string
  term?: Term
}
const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** A finder for these terms: the longest word wins, each is marked once a text, a plural is the same word. */
export function finderOf(terms: Term[]): (text: string) => Part[] {
  const known = new Map(terms.map((one) => [one.word.toLowerCase(), one]))
  const words = [...known.keys()].sort((a, b) => b.length - a.length).map(escaped)
  if (!words.length) return (text) => [{ text }]
  const pattern = new RegExp(`(?<![\\p{L}\\p{N}])(${words.join('|')})(?=s?(?![\\p{L}\\p{N}]))`, 'giu')
  return (text) => {
    const parts: Part[] = []
    const seen = new Set<Term>()
    let from = 0
    for (const found of text.matchAll(pattern)) {
      const term = known.get(found[0].toLowerCase())!
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
