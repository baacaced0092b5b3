import { describe, expect, it } from 'vitest'
import type { Column } from './api/types'
import {
  cellInWords,
  dateInWords,
  isNumeric,
  millisInWords,
  measureInWords,
  momentInWords,
  numberInWords,
} from './formats'

const column = (name: string, kind: Column['kind']): Column => ({ name, kind, type: '' })

describe('dates', () => {
  it('are formatted by locale', () => expect(dateInWords('2026-03-01')).toMatch(/2026/))
  it.each(['2026-02-30', '2026-13-01', 'soon', '', '2026-3-1'])('stay unchanged if invalid: %s', text =>
    expect(dateInWords(text)).toBe(text),
  )
})

describe('numbers', () => {
  it('keep text that is not a number', () => expect(numberInWords('fifteen')).toBe('fifteen'))
  it('keep an empty text empty', () => expect(numberInWords('')).toBe(''))
  it.each([
    ['0.0004', '0.0004'],
    ['9007199254740993', '9,007,199,254,740,993'],
    ['1234567890123456789.123456789', '1,234,567,890,123,456,789.123456789'],
    ['-1.50', '-1.5'],
    ['1e-7', '0.0000001'],
  ])('keep every digit: %s', (text, words) => expect(numberInWords(text)).toBe(words))
  it('count small times in tenths', () => expect(millisInWords(5.9)).toMatch(/^5.9 ms$/))
})

describe('durations and sizes', () => {
  it.each<[string | number, string]>([
    [27.92378, '27.92378'],
    [12.345678901234, '12.35…'],
    ['0.000012345678', '0.00001235…'],
    [1 / 3, '0.3333…'],
    [0.1 + 0.2, '0.3'],
    [1234567.8900000001, '1,234,567.89'],
    ['1234567890123456789.1234567891', '1,234,567,890,123,456,789.12…'],
    [0.0004, '0.0004'],
    [1e21, '1,000,000,000,000,000,000,000'],
    ['NaN', 'NaN'],
    ['-Infinity', '-Infinity'],
  ])('is cut with a sign only: %s', (value, words) => expect(measureInWords(value)).toBe(words))
})

describe('timestamps', () => {
  it.each([
    ['2026-03-01T06:40', '06:40'],
    ['2026-03-01T06:40:05', '06:40:05'],
    ['2026-03-01 06:40:00.25', '06:40:00…'],
    ['2026-03-01T08:00Z', '08:00 UTC'],
    ['2026-03-01T10:00:01+02:00', '10:00:01 +02:00'],
  ])('include seconds and time zone: %s', (iso, end) => expect(momentInWords(iso).endsWith(end)).toBe(true))
  it.each(['infinity', '0000-00-00 00:00:00', '+12026-03-01T10:00', '2026-02-30T25:00'])(
    'stay unchanged outside the calendar: %s',
    iso => expect(momentInWords(iso)).toBe(iso),
  )
})

describe('a cell', () => {
  it('of an identifier has no thousands separators', () =>
    expect(cellInWords(2026, column('fiscal_year', 'integer'))).toBe('2026'))
  it('of a count has thousands separators', () =>
    expect(cellInWords(12345, column('passengers', 'integer'))).not.toBe('12345'))
  it('keeps every digit of text', () => expect(cellInWords('007', column('code', 'text'))).toBe('007'))
  it('shows a timestamp without a time zone unchanged', () =>
    expect(cellInWords('2026-03-01T06:40', column('at', 'datetime'))).toMatch(/06:40/))
  it('keeps an unreadable timestamp', () => expect(cellInWords('infinity', column('at', 'datetime'))).toBe('infinity'))
  it('of a number is aligned right', () =>
    expect([isNumeric(column('a', 'decimal')), isNumeric(column('a', 'text'))]).toEqual([true, false]))
})
