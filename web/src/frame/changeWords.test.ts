import { expect, it } from 'vitest'
import { brief, opWords } from '@/frame/changeWords'

it.each([
  [null, 'mount.mast_wall_mm', 'metric', 'nothing'],
  [3.25, 'mount.mast_wall_mm', 'metric', '3.3 mm'],
  [3.175, 'mount.mast_wall_mm', 'imperial', '1/8 in'],
  [true, 'mount.mast_free', 'metric', 'yes'],
  [7, '', 'metric', '7'],
  ['dry', 'brief.conditions[]', 'metric', 'Dry and clear'],
  [{ id: '4.1', elevation_deg: 9 }, 'sky.skylines[].points[]', 'metric', 'Height 9.0°'],
  [{ id: '4.1', some_word: 9 }, '', 'metric', 'some word 9'],
  ['a'.repeat(70), '', 'metric', `${'a'.repeat(57)}…`],
] as const)('tells %j of %s in %s as %s', (value, at, system, words) => {
  expect(brief(value, at, system)).toBe(words)
})

it('tells a choice by its words, from what to what', () => {
  const op = { path: '', at: 'brief.done_by', label: 'Done by', before: 'trade', after: 'owner' }
  expect(opWords(op, 'metric')).toBe('Done by: A trade crew → The owner')
})
