import { describe, expect, it } from 'vitest'
import { momentAgo, stateRows } from '@/lib/statesByHand'

const STATES = ['power', 'boot', 'search', 'online'].map((code, at) => ({ code, name: code, usual_s: 10 * at }))

describe('the way online by hand', () => {
  it('begins with the first state alone', () => {
    expect(stateRows(STATES, []).map((one) => one.next)).toEqual([true, false, false, false])
  })
  it('lets a state be passed over and shows when each was reached', () => {
    const rows = stateRows(STATES, [
      { code: 'power', at_s: 0 },
      { code: 'search', at_s: 40 },
    ])
    expect(rows.map((one) => one.atS)).toEqual([0, null, 40, null])
    expect(rows.map((one) => one.next)).toEqual([false, false, false, true])
    expect(rows.map((one) => one.here)).toEqual([false, false, true, false])
  })
  it('counts what it fell back from as ahead again', () => {
    const rows = stateRows(STATES, [
      { code: 'power', at_s: 0 },
      { code: 'search', at_s: 40 },
      { code: 'boot', at_s: 60 },
    ])
    expect(rows.map((one) => one.atS)).toEqual([0, 60, null, null])
  })
  it('knows the moment some minutes ago', () => {
    expect(momentAgo(2.5, Date.UTC(2026, 10, 24, 10, 0, 0))).toBe('2026-11-24T09:57:30.000Z')
  })
})
