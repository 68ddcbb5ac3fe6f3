import { describe, expect, it } from 'vitest'
import { readNumber } from '@/lib/number'

describe('numbers as people type them', () => {
  it.each([
    ['2385', 2385],
    ['2 385', 2385],
    ['2\u202f385,5', 2385.5],
    ["2'385", 2385],
    ['2,385.5', 2385.5],
    ['2.385,5', 2385.5],
    ['1,234,567', 1234567],
    ['1.234.567', 1234567],
    ['29,5', 29.5],
    ['0,385', 0.385],
    ['2,38', 2.38],
    ['12345,678', 12345.678],
    ['2.385', 2.385],
    ['−26,1', -26.1],
    ['-0,5', -0.5],
    [',5', 0.5],
    ['1e3', 1000],
    ['+7', 7],
    ['− 26.1', -26.1],
    ['12 500.25', 12500.25],
    ['1 234 567,8', 1234567.8],
  ])('reads %s', (typed, value) => expect(readNumber(typed)).toEqual({ value }))

  it.each([
    ['2,385', ['2385', '2.385']],
    ['-7,825', ['-7825', '-7.825']],
    ['12,500', ['12500', '12.500']],
  ])('asks about %s instead of guessing', (typed, ask) => expect(readNumber(typed)).toEqual({ ask }))

  it.each([
    '3 5',
    '29 5',
    "33'24",
    '12 34 567',
    '1234 567',
    '29, 5',
    'twelve',
    '12 m',
    '1,23,4',
    '12.34.56',
    '1,234.567.8',
    '--5',
    ',',
  ])('hands %s on as it is', (typed) => expect(readNumber(typed)).toEqual({ text: typed }))
  it('takes nothing as nothing', () => expect(readNumber('  ')).toEqual({ value: null }))
})
