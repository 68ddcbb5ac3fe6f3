import { describe, expect, it } from 'vitest'
import { BEGUN, type Heard, heardAt, levelAt, placesOf, WAY } from '@/stations/peak/trap'

const along = (places: number[]) => places.reduce<Heard | null>((before, at) => heardAt(at, before), null)!

describe('the first long tone', () => {
  it('is heard all the way up the flank, far from the top', () => {
    const near = along(placesOf([BEGUN, -1.2], 0.05))
    expect(near.sound).toBe('long')
    expect(levelAt(near.at)).toBeLessThan(-1.5)
    expect(near.says).toContain('not the top')
  })
  it('breaks once the top is passed, and comes back only near it', () => {
    const passed = along(placesOf([BEGUN, 2], 0.05))
    expect([passed.sound, passed.fell_high, passed.fell_low]).toEqual(['broken', true, false])
    const back = heardAt(0.3, passed)
    expect(back.sound).toBe('long')
    expect(back.says).toContain('other side')
  })
  it('is the top once it fell on both sides', () => {
    const shown = along(placesOf(WAY, 0.05))
    expect([shown.fell_low, shown.fell_high, shown.sound]).toEqual([true, true, 'long'])
    expect(shown.says).toContain('midway')
  })
  it('does not count the flank on which it began as a fall', () => {
    expect(along(placesOf([BEGUN, 0], 0.05)).fell_low).toBe(false)
  })
})
describe('the way', () => {
  it('ends each leg exactly', () => {
    expect(placesOf([0, 1, -1], 0.5)).toEqual([0, 0.5, 1, 0.5, 0, -0.5, -1])
  })
})
