import { describe, expect, it } from 'vitest'
import { finderOf, type Term } from '@/lib/terms'

const term = (word: string): Term => ({ word, meaning: `what ${word} is`, reference: '' })
const find = finderOf([term('Beam'), term('Beamwidth'), term('Es/N0'), term('Side lobe')])
const marked = (text: string) => find(text).flatMap((one) => (one.term ? [one.text] : []))

describe('the trade’s words in a text', () => {
  it('are found whole, the longest first, in any case, as plurals too', () => {
    expect(marked('Beamwidth against the compass')).toEqual(['Beamwidth'])
    expect(marked('two side lobes of a beam')).toEqual(['side lobe', 'beam'])
    expect(marked('a crossbeam, beaming')).toEqual([])
    expect(marked('12 dB Es/N0.')).toEqual(['Es/N0'])
    const letters = finderOf([term('IF')])
    expect(letters('If the IF is low').map((one) => one.term?.word)).toEqual([undefined, 'IF', undefined])
  })

  it('are not marked where they mean something else', () => {
    const hand = finderOf([{ ...term('Hand'), not_in: ['by hand', 'hands'] }, term('Beam')])
    const told = (text: string) => hand(text).flatMap((one) => (one.term ? [one.text] : []))
    expect(told('Dig by hand; with both hands')).toEqual([])
    expect(told('Set by hand: the hand of the beam')).toEqual(['hand', 'beam'])
  })

  it('are marked once, and the text is never changed', () => {
    const text = 'The beam leaves; a beam arrives.'
    expect(marked(text)).toEqual(['beam'])
    expect(
      find(text)
        .map((one) => one.text)
        .join(''),
    ).toBe(text)
    expect(finderOf([])(text)).toEqual([{ text }])
    expect(find('')).toEqual([])
  })
})
