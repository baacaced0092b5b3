import { describe, expect, it } from 'vitest'
import type { Column } from './api/types'
import { cellInWords, dateInWords, isNumeric, millisInWords, numberInWords } from './formats'

const column = (name: string, kind: Column['kind']): Column => ({ name, kind, type: '' })

describe('dates', () => {
  it('are written as the locale has them', () => expect(dateInWords('2026-03-01')).toMatch(/2026/))
  it.each(['2026-02-30', '2026-13-01', 'soon', '', '2026-3-1'])(
    'stay as they are when there is no such day: %s',
    text => expect(dateInWords(text)).toBe(text),
  )
})

describe('numbers', () => {
  it('keep what is no number', () => expect(numberInWords('fifteen')).toBe('fifteen'))
  it('keep an empty text empty', () => expect(numberInWords('')).toBe(''))
  it('are rounded to two places', () => expect(numberInWords('27.92378')).toMatch(/^27.92$/))
  it('count small times in tenths', () => expect(millisInWords(5.9)).toMatch(/^5.9 ms$/))
})

describe('a cell', () => {
  it('of an identifier has no thousands marks', () =>
    expect(cellInWords(2026, column('fiscal_year', 'INTEGER'))).toBe('2026'))
  it('of a count has them', () => expect(cellInWords(12345, column('passengers', 'INTEGER'))).not.toBe('12345'))
  it('keeps every digit of text', () => expect(cellInWords('007', column('code', 'TEXT'))).toBe('007'))
  it('shows a moment without a zone as it stands', () =>
    expect(cellInWords('2026-03-01T06:40', column('at', 'DATETIME'))).toMatch(/06:40/))
  it('keeps a moment it cannot read', () => expect(cellInWords('infinity', column('at', 'DATETIME'))).toBe('infinity'))
  it('of a number stands on the right', () =>
    expect([isNumeric(column('a', 'DECIMAL')), isNumeric(column('a', 'TEXT'))]).toEqual([true, false]))
})
