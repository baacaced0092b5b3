import { describe, expect, it } from 'vitest'
import { formatted } from './formatted'

const column = (name: string, kind: string) => ({ name, kind, type: kind }) as never

describe('a formatted value', () => {
  it('follows the author’s format', () => {
    const fare = column('fare', 'decimal')
    expect(formatted('1234.5', fare, 'money €')).toBe('€ 1,234.50')
    expect(formatted('-3', fare, 'money €')).toBe('−€ 3.00')
    expect(formatted('12.345', fare, 'percent 1')).toBe('12.3 %')
    expect(formatted('12', fare, 'unit min')).toBe('12 min')
    expect(formatted('1234.56', fare, 'number 0')).toBe('1,235')
    expect(formatted('2025-07-14 08:05:00', column('at', 'datetime'), 'month')).toBe('July 2025')
  })
  it('stays unchanged where the format does not apply', () => {
    expect(formatted(null, column('fare', 'decimal'), 'money €')).toBe('')
    expect(formatted('many', column('note', 'text'), 'number 1')).toBe('many')
    expect(formatted('soon', column('at', 'date'), 'day')).toBe('soon')
    expect(formatted('7', column('fare', 'integer'))).toBe('7')
  })
})
