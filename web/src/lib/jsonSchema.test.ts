import { describe, expect, it } from 'vitest'
import {
  blankOf,
  fieldOf,
  labelOf,
  type Node,
  pairsFrom,
  pairsTo,
  pointsFrom,
  pointsTo,
  refusals,
  ringsFrom,
  ringsTo,
} from '@/lib/jsonSchema'

const defs: Record<string, Node> = {
  Beam: { type: 'object', properties: { letter: { type: 'string' }, level_db: { type: 'number', default: 3 } } },
}
const points: Node = { type: 'array', items: { type: 'array', prefixItems: [{ type: 'number' }, { type: 'number' }] } }

describe('a form from a schema', () => {
  it('tells the kind of every field, through references and “or empty”', () => {
    expect(fieldOf({ anyOf: [{ type: 'number' }, { type: 'null' }] }, defs)).toMatchObject({
      kind: 'number',
      nullable: true,
    })
    expect(fieldOf({ $ref: '#/$defs/Beam' }, defs).kind).toBe('group')
    expect(fieldOf({ type: 'array', items: { $ref: '#/$defs/Beam' } }, defs).kind).toBe('rows')
    expect(fieldOf(points, defs).kind).toBe('points')
    expect(fieldOf({ type: 'array', items: points }, defs).kind).toBe('rings')
    expect(fieldOf({ enum: ['left'] }, defs)).toMatchObject({
      kind: 'choice',
      choices: [{ value: 'left', label: 'left' }],
    })
  })
  it('knows a sentence from a word by how long it may be', () => {
    expect(fieldOf({ type: 'string', maxLength: 160 }, defs).kind).toBe('sentence')
    expect(fieldOf({ type: 'string', maxLength: 159 }, defs).kind).toBe('text')
    expect(fieldOf({ type: 'string' }, defs).kind).toBe('text')
  })
  it('calls each choice by its words, one or several of them, and one that is put together of two', () => {
    const words = { 'x-choices': { '': 'not told', u_bolt: 'the nuts of a U-bolt' } }
    const told = Object.entries(words['x-choices']).map(([value, label]) => ({ value, label }))
    const of = (node: Node) => fieldOf({ ...node, ...words }, defs)
    expect(of({ enum: ['', 'u_bolt'] })).toMatchObject({ kind: 'choice', choices: told })
    expect(of({ anyOf: [{ enum: ['u_bolt'] }, { const: '' }] })).toMatchObject({ kind: 'choice', choices: told })
    expect(of({ anyOf: [{ enum: ['u_bolt'] }, { type: 'null' }] })).toMatchObject({
      kind: 'choice',
      nullable: true,
      choices: [told[1]],
    })
    expect(of({ type: 'array', items: { enum: ['', 'u_bolt'] } })).toMatchObject({ kind: 'several', choices: told })
    expect(blankOf({ type: 'array', items: { enum: ['a'] } }, defs)).toEqual([])
  })
  it('chooses what the firm keeps by its name, and takes none of it in silence', () => {
    const role: Node = { type: 'string', minLength: 1, 'x-choices': { height: 'Works at height' } } as Node
    expect(fieldOf(role, defs)).toMatchObject({
      kind: 'choice',
      choices: [{ value: 'height', label: 'Works at height' }],
    })
    expect(fieldOf({ ...role, type: 'array', items: { type: 'string' } }, defs).kind).toBe('several')
    expect(blankOf(role, defs)).toBe('')
    expect(fieldOf({ type: 'array', items: { type: 'string' }, 'x-choices': {} }, defs).kind).toBe('words')
  })
  it('names what was refused as the form names it', () => {
    const papers = { type: 'array', items: { $ref: '#/$defs/Paper' }, 'x-label': 'Certificates' }
    const schema = {
      properties: { papers },
      $defs: { Paper: { properties: { role: { type: 'string', 'x-label': 'Role' } } } },
    } as unknown as Node
    expect(refusals({ 'papers.0.role': 'is empty.' }, schema, '')).toBe('Certificates, 1, Role: is empty.')
    expect(refusals({ code: 'is taken.' }, schema, '')).toBe('code: is taken.')
    expect(refusals({}, schema, 'The network is away.')).toBe('The network is away.')
  })
  it('begins a new row with the defaults', () => {
    expect(blankOf({ $ref: '#/$defs/Beam' }, defs)).toEqual({ letter: '', level_db: 3 })
  })
  it('reads outlines back as they were written, and hands on what is no number', () => {
    const rings = [
      [
        [26.2, -31.4],
        [28, -30],
      ],
      [
        [27, -30.5],
        [27.5, -30.2],
      ],
    ]
    expect(ringsFrom(ringsTo(rings))).toEqual(rings)
    expect(pointsFrom(pointsTo(rings[0]))).toEqual(rings[0])
    expect(pointsFrom('26,x')).toEqual([[26, 'x']])
  })
  it('reads names with their values line by line', () => {
    const marks = { left: 'collar letter L: towards the arm', right: 'R' }
    expect(fieldOf({ type: 'object', additionalProperties: { type: 'string' } }, defs).kind).toBe('pairs')
    expect(pairsFrom(pairsTo(marks), false)).toEqual(marks)
    expect(pairsFrom('left\n', false)).toEqual({ left: '' })
    const takes = { feed: ['T-1'], transceiver: ['TX-3', 'TX-4'] }
    expect(pairsFrom(pairsTo(takes), true)).toEqual(takes)
  })
  it('calls a field as the server does, and else by its name', () => {
    expect(labelOf('design_gust_mps', { 'x-label': 'Gust to be survived' })).toBe('Gust to be survived')
    expect(labelOf('hand_marks', {})).toBe('Hand marks')
  })
})
