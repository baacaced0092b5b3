import { describe, expect, it } from 'vitest'
import type { Figure } from '../../api/types'
import { exactFigure, figureInWords } from './figureInWords'

const figure = (name: string, column = 'delay_min'): Figure => ({ function: name, column }) as Figure

describe('a figure', () => {
  it.each([
    [27.052519, 'avg', '27.1'],
    [1234.5678, 'avg', '1,235'],
    [0.012345, 'avg', '0.0123'],
    [12, 'avg', '12'],
    [33.333333, 'share', '33.3'],
    ['27.0525193712345678', 'median', '27.1'],
  ])('that is an average has three digits: %s', (value, name, shown) => {
    expect(figureInWords(value, figure(name))).toBe(shown)
  })

  it('that is a sum or a count keeps its digits', () => {
    expect(figureInWords(1234567, figure('count', ''))).toBe('1,234,567')
    expect(figureInWords('1234567.25', figure('sum'))).toBe('1,234,567.25')
  })

  it('that is a year has no thousands separators', () => {
    expect(figureInWords(2026, figure('max', 'year'))).toBe('2026')
    expect(figureInWords(2026, figure('max', 'passengers'))).toBe('2,026')
    expect(figureInWords(2026, figure('sum', 'year'))).toBe('2,026')
  })

  it('shows its exact value as a tooltip', () => {
    expect(exactFigure(27.052519, figure('avg'))).toBe('27.052519')
    expect(exactFigure(12, figure('avg'))).toBeUndefined()
    expect(exactFigure(2026, figure('max', 'year'))).toBeUndefined()
    expect(exactFigure(null, figure('avg'))).toBeUndefined()
  })

  it.each([
    ['number 1', 27.052519, '27.1', '27.052519'],
    ['number 0', 1234567, '1,234,567', undefined],
    ['money €', -3, '−€ 3.00', '-3'],
    ['percent 1', 33.3333, '33.3 %', '33.3333'],
  ])('is written in the format %s', (format, value, shown, exact) => {
    const formatted = { ...figure('avg'), format }
    expect(figureInWords(value, formatted)).toBe(shown)
    expect(exactFigure(value, formatted)).toBe(exact)
  })

  it('that is not a number ignores its format', () => {
    expect(figureInWords('2026-03-01', { ...figure('max'), format: 'money €' })).toBe('2026-03-01')
  })
})
