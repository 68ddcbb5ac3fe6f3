import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { PICTURES } from '@/lib/wordPictures'

describe('pictures of words', () => {
  it('belong to words that are explained, and stay on their sheet', () => {
    const glossary = readFileSync('../src/rindle_core/kernel/glossary.py', 'utf-8').toLowerCase()
    for (const [word, picture] of Object.entries(PICTURES)) {
      expect(glossary, word).toContain(`"${word}"`)
      expect(picture.about.length, word).toBeGreaterThan(10)
      for (const { d } of picture.strokes) {
        // Absolute places alone: what follows a small letter is a step from where the line is.
        const places = [...d.replaceAll(/[a-z][^A-Z]*/g, '').matchAll(/(-?\d+(?:\.\d+)?),(-?\d+(?:\.\d+)?)/g)]
        for (const [, x, y] of places) {
          expect(Number(x), `${word} ${d}`).toBeLessThanOrEqual(120)
          expect(Number(y), `${word} ${d}`).toBeLessThanOrEqual(80)
        }
      }
    }
  })
})
