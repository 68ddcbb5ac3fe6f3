import { describe, expect, it } from 'vitest'
import { countdown, passOf, seenOf, toldOf, stepAfter, waitOf } from '@/stations/build/rows'

const line = { code: 'terminal.panel', amount: 1 }

describe('the kit', () => {
  it('is told line by line, and the same word once more takes it back', () => {
    const there = toldOf([], [line], 'there', 'N')
    expect(there).toMatchObject([{ code: 'terminal.panel', state: 'there', found_count: 1, by: 'N' }])
    const short = toldOf(there, [line], 'short', 'N')
    expect(short).toMatchObject([{ state: 'short', found_count: 1 }])
    expect(toldOf(short, [line], 'short', 'N')).toEqual([])
  })
  it('is told whole, and what was told of other lines stays', () => {
    const other = { code: 'mount.tripod', amount: 1 }
    const rows = toldOf(
      toldOf([], [other], 'damaged', 'N'),
      [line, { code: 'terminal.stand', amount: 2 }],
      'there',
      'N',
    )
    expect(rows.map((one) => [one.code, one.state])).toEqual([
      ['mount.tripod', 'damaged'],
      ['terminal.panel', 'there'],
      ['terminal.stand', 'there'],
    ])
    expect(toldOf(rows, [line, { code: 'terminal.stand', amount: 2 }], 'there', 'N')).toHaveLength(3)
  })
})

describe('marks and waits', () => {
  it('a mark is seen, and taken back', () => {
    const seen = seenOf([], 'arm.home', '2026-11-24T08:00:00Z', 'N')
    expect(seen).toHaveLength(1)
    expect(seenOf(seen, 'arm.home', '2026-11-24T09:00:00Z', 'N')).toEqual([])
  })
  it('a wait keeps what was said of it before', () => {
    const begun = waitOf([], 'boot', { started_at: '2026-11-24T08:00:00Z' })
    expect(waitOf(begun, 'boot', { ended_at: '2026-11-24T08:02:00Z' })).toMatchObject([
      { code: 'boot', started_at: '2026-11-24T08:00:00Z', ended_at: '2026-11-24T08:02:00Z' },
    ])
  })
  it('a step has one reason', () => {
    const first = passOf([], { code: 'a', how: 'early', reason: 'Rain from noon', by: 'N', at: null })
    expect(passOf(first, { code: 'a', how: 'left_out', reason: 'Not here', by: 'N', at: null })).toHaveLength(1)
  })
  it('time is read from afar', () => {
    expect([65_000, 7_800_000, 3 * 86_400_000, -5_000].map(countdown)).toEqual(['1:05', '2 h 10 min', '3 days', '0:05'])
  })
})

it('what comes then is the next step behind the one that is shown', () => {
  const steps = ['a', 'b', 'c', 'd']
  const [a, b, c, d] = steps as [string, string, string, string]
  expect(stepAfter(steps, [b, c, d], b, b)).toBe('c')
  expect(stepAfter(steps, [b, d], b, b)).toBe('d')
  expect(stepAfter(steps, [b, c, d], d, b)).toBe('b') // the last was looked at: the next is what waits
  expect(stepAfter(steps, [b, c, d], a, b)).toBe('b') // one that is done
  expect(stepAfter(steps, [d], d, d)).toBeNull()
})
