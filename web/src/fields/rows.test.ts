import { describe, expect, it } from 'vitest'
import {
  adopted,
  asTable,
  type Column,
  columnsOf,
  fromTexts,
  isBlank,
  isUntouched,
  lacksNumber,
  laidOver,
  pastedCells,
  textsIn,
  toTexts,
  writtenIn,
} from '@/fields/rows'

describe('rows in other units or from another north', () => {
  const north = (add: number): Column[] => [
    { key: 'azimuth_deg', label: 'Bearing', unit: 'deg', add },
    { key: 'distance_m', label: 'Distance', unit: 'm' },
    { key: 'note', label: 'Note', text: true },
  ]
  const was = writtenIn(north(25.6), 'metric')
  const base = { id: 'a', azimuth_deg: 350, distance_m: 30.123, note: '' }

  it('keep what was typed in its meaning and what was not in its value', () => {
    const texts = { ...toTexts(base, north(25.6), 'metric'), azimuth_deg: '33' }
    const now = textsIn({ base, texts }, was, north(0), 'imperial')
    expect(now.azimuth_deg).toBe('7.4')
    expect(now.distance_m).toBe(toTexts(base, north(0), 'imperial').distance_m)
    const sent = fromTexts(now, base, north(0), 'imperial')
    expect(sent.distance_m).toBe(30.123) // not through its rounded text
    expect(sent.azimuth_deg).toBeCloseTo(7.4, 6)
  })

  it('keep a text that is no number, and words', () => {
    const texts = { azimuth_deg: 'x', distance_m: '', note: '12' }
    expect(textsIn({ base: { id: 'b' }, texts }, was, north(0), 'imperial')).toEqual(texts)
  })
})

const runs = columnsOf('handover.runs', 'down_mbps', 'latency_ms', 'link', 'note')
const points = columnsOf(
  'sky.skylines[].points',
  { key: 'azimuth_deg', label: 'Compass', add: 25.5 },
  'elevation_deg',
  'kind',
  'distance_m',
)

describe('columns of a list', () => {
  it('take label, unit and choices from the facts, unless the sheet says otherwise', () => {
    expect(runs[0]).toMatchObject({ key: 'down_mbps', label: 'Download', unit: 'mbps' })
    expect(runs[2]!.choices!.map((one) => one.value)).toEqual(['', 'wired', 'wireless'])
    expect(points.map((one) => one.label)).toEqual(['Compass', 'Height', 'What', 'Distance'])
    expect(points[3]!.optional).toBe(true)
    expect(columnsOf('bringup.settings', 'secret')[0]!.tick).toBe(true)
    expect(columnsOf('brief.deliveries', 'arrived_on')[0]).toMatchObject({ day: true, text: true, optional: true })
  })
})

describe('what is pasted from a spreadsheet', () => {
  const columns: Column[] = [
    { key: 'length_m', label: 'Length', unit: 'm' },
    { key: 'kind', label: 'Piece', choices: [{ label: 'Along the wall', value: 'wall' }] },
    { key: 'tight', label: 'Tight', tick: true },
  ]
  const fresh = () => ({ length_m: '', kind: 'loop', tight: '' })

  it('is a table where it has lines or tabs, and else a plain text', () => {
    expect(pastedCells('12,5')).toBeNull()
    expect(pastedCells('1\r\n2\r\n')).toEqual([['1'], ['2']])
    expect(pastedCells('1\twall')).toEqual([['1', 'wall']])
  })

  it('is laid over the rows from the cell on, in new rows where they end', () => {
    const rows = [{ length_m: '1', kind: 'roof', tight: '' }]
    const { rows: now, refused } = laidOver(
      [['2,5', 'along the wall', 'x'], ['3']],
      rows,
      { row: 0, key: 'length_m' },
      columns,
      fresh,
    )
    expect(now).toEqual([
      { length_m: '2,5', kind: 'wall', tight: 'yes' },
      { length_m: '3', kind: 'loop', tight: '' },
    ])
    expect([rows[0]!.length_m, refused]).toEqual(['1', []])
  })

  it('names what is no choice, and leaves what stood there', () => {
    const laid = laidOver([['over the moon', 'yes']], [fresh()], { row: 0, key: 'kind' }, columns, fresh)
    expect(laid).toEqual({ rows: [{ length_m: '', kind: 'loop', tight: 'yes' }], refused: ['over the moon'] })
  })

  it('goes out with the names of its columns and comes in as it was', () => {
    const text = asTable([{ length_m: '2.5', kind: 'wall', tight: 'yes' }], columns, (unit) => unit)
    expect(text).toBe('Length (m)\tPiece\tTight\n2.5\tAlong the wall\tyes')
    const cells = pastedCells(text)!.slice(1)
    expect(laidOver(cells, [], { row: 0, key: 'length_m' }, columns, fresh).rows[0]).toEqual({
      length_m: '2.5',
      kind: 'wall',
      tight: 'yes',
    })
  })
})

describe('a row as texts', () => {
  const row = { azimuth_deg: 340.04, elevation_deg: 7.25, kind: 'tree', distance_m: null }

  it('shows a bearing as the compass reads it, folded past north', () => {
    expect(toTexts(row, points, 'metric')).toEqual({
      azimuth_deg: '5.5',
      elevation_deg: '7.25',
      kind: 'tree',
      distance_m: '',
    })
  })

  it('comes back as it was while no cell is touched, and a touched cell alone goes through its text', () => {
    const texts = toTexts(row, points, 'metric')
    expect(fromTexts(texts, row, points, 'metric')).toEqual(row)
    expect(fromTexts({ ...texts, elevation_deg: '9' }, row, points, 'metric')).toEqual({ ...row, elevation_deg: 9 })
    const turned = fromTexts({ ...texts, azimuth_deg: '10' }, row, points, 'metric')
    expect(turned.azimuth_deg).toBeCloseTo(344.5, 9)
    expect(isUntouched({ ...texts, kind: 'pole' }, row, points, 'metric')).toBe(false)
  })

  it('is converted where feet are shown, and hands on what is no number', () => {
    const made = fromTexts(
      { azimuth_deg: '25.5', elevation_deg: 'high', kind: 'pole', distance_m: '100' },
      {},
      points,
      'imperial',
    )
    expect(made).toEqual({ azimuth_deg: 0, elevation_deg: 'high', kind: 'pole', distance_m: expect.closeTo(30.48, 9) })
  })

  it('keeps what the grid fixes and what the row holds beside its columns', () => {
    const made = fromTexts({ down_mbps: '12,5', latency_ms: '600', link: '', note: '' }, { id: 'a' }, runs, 'metric', {
      when: 'after',
    })
    expect(made).toEqual({ id: 'a', when: 'after', down_mbps: 12.5, latency_ms: 600, link: '', note: '' })
  })
})

describe('a row that is begun', () => {
  const fresh = toTexts({ kind: 'terrain' }, points, 'metric')

  it('is blank while only its choices stand there, and half while a number is missing', () => {
    expect(isBlank(fresh, fresh, points)).toBe(true)
    expect(isBlank({ ...fresh, azimuth_deg: '40' }, fresh, points)).toBe(false)
    expect(lacksNumber({ ...fresh, azimuth_deg: '40' }, points)).toBe(true)
    expect(lacksNumber({ ...fresh, azimuth_deg: '40', elevation_deg: '8' }, points)).toBe(false)
  })

  it('is not blank once the choice that it is about is made', () => {
    const tests = columnsOf('cable.tests', { key: 'run', main: true }, 'continuity', 'short')
    const none = toTexts({}, tests, 'metric')
    expect(isBlank(none, none, tests)).toBe(true)
    expect(isBlank({ ...none, continuity: 'good' }, none, tests)).toBe(true)
    expect(isBlank({ ...none, run: 'RX' }, none, tests)).toBe(false)
  })

  it('counts a text where a row has nothing else to say', () => {
    const devices = columnsOf('bringup.home_devices', 'name', 'line', 'critical')
    expect(isBlank({ name: '', line: 'old', critical: '' }, { name: '', line: '', critical: '' }, devices)).toBe(true)
    expect(isBlank({ name: 'Reader', line: '', critical: '' }, { name: '', line: '', critical: '' }, devices)).toBe(
      false,
    )
  })
})

describe('what an answer brings', () => {
  const held = (id: string, down: number, text = String(down)) => ({
    base: { id, down_mbps: down },
    texts: { down_mbps: text, latency_ms: '', link: '', note: '' },
  })
  const ids = (rows: { base: { id?: unknown } }[]) => rows.map((one) => one.base.id)

  it('takes in rows of others, lets go of rows that are gone, and keeps what is being typed', () => {
    const mine = [held('a', 1), held('b', 2, '2.5'), held('c', 3)]
    const now = [
      { id: 'a', down_mbps: 9 },
      { id: 'b', down_mbps: 2 },
      { id: 'd', down_mbps: 4 },
    ]
    const rows = adopted(mine, now, runs, 'metric')
    expect(ids(rows)).toEqual(['a', 'b', 'd'])
    expect(rows.map((one) => one.texts.down_mbps)).toEqual(['9', '2.5', '4'])
  })

  it('keeps a row that somebody took out while it is being typed in', () => {
    expect(ids(adopted([held('a', 1, '1.5')], [], runs, 'metric'))).toEqual(['a'])
    expect(ids(adopted([held('a', 1)], [], runs, 'metric'))).toEqual([])
  })
})
