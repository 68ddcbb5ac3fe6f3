import { expect, it } from 'vitest'
import { freeLetter } from '@/lib/letters'

it('gives the first letter that is free, one that was taken out again too', () => {
  expect(freeLetter([])).toBe('A')
  expect(freeLetter(['A', 'C'])).toBe('B')
  expect(freeLetter([...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'])).toBe('AA')
})
