import { describe, expect, it } from 'vitest'
import { isPickable, keyInWords, keyValue, readKey, withoutIt } from './keys'

describe('a grouping key', () => {
  it('is a column, optionally with a time unit or a band width', () => {
    expect(readKey('departed_at:month')).toEqual({ column: 'departed_at', cut: 'month' })
    expect(readKey('delay_min:10')).toEqual({ column: 'delay_min', cut: '10' })
    expect(readKey('a:b')).toEqual({ column: 'a:b', cut: '' })
    expect(readKey(':10')).toEqual({ column: ':10', cut: '' })
    expect(readKey('a:1:value')).toEqual({ column: 'a:1', cut: '' })
    expect(readKey('a:value:10')).toEqual({ column: 'a:value', cut: '10' })
    expect(readKey('a:1e9')).toEqual({ column: 'a:1e9', cut: '' })
    expect(readKey('a:0.00')).toEqual({ column: 'a:0.00', cut: '' })
  })
  it('reads as text', () => {
    expect(keyInWords('departed_at:weekday', 1)).toBe('Monday')
    expect(keyInWords('departed_at:weekday', '7')).toBe('Sunday')
    expect(keyInWords('departed_at:hour', 8)).toBe('08:00')
    expect(keyInWords('departed_at:quarter', '2025-07-01')).toBe('Q3 2025')
    expect(keyInWords('departed_at:month', '2025-07-01 00:00:00')).toBe('July 2025')
    expect(keyInWords('delay_min:10', '30.0')).toBe('30 to below 40')
    expect(keyInWords('port', 'Skerrin')).toBe('Skerrin')
    expect(keyInWords('vessel_name', null)).toBe('no vessel')
    expect(withoutIt('port')).toBe('no port')
  })
  it('filters by a range, except for recurring units', () => {
    expect(isPickable('departed_at:week')).toBe(true)
    expect(isPickable('departed_at:weekday')).toBe(false)
    expect(keyValue('departed_at:month', '2025-07-01T00:00:00')).toBe('2025-07-01')
    expect(keyValue('port', null)).toBeNull()
  })
})
