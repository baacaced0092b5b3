import { describe, expect, it } from 'vitest'
import type { View } from '../api/types'
import { changeInWords } from './comparison'

const count = { function: 'count', column: '', label: 'rows', unit: '', adds: true } as View['measures'][number]
const average = { ...count, function: 'avg', unit: 'min', adds: false }

describe('a figure beside another', () => {
  it('says how much more or less it is', () => {
    expect(changeInWords('before', count, '1284', '1147')).toBe('▲ 11.9 % vs previous period (1,147)')
    expect(changeInWords('year', average, 40, 50)).toBe('▼ 20 % vs previous year (50 min)')
    expect(changeInWords('before', average, 33.4, 22.6812345)).toContain('(22.7 min)')
    expect(changeInWords('before', count, 5, 5)).toBe('same as previous period')
    expect(changeInWords('before', count, 5, 0)).toBe('▲ vs previous period (0)')
  })
  it('says its share of all, where shares add up', () => {
    expect(changeInWords('all', count, 1284, 3443)).toBe('37.3 % of 3,443')
    expect(changeInWords('all', average, 40, 50)).toBe('50 min of all rows')
    expect(changeInWords('all', count, 0, 0)).toBe('0 of all rows')
  })
  it('says nothing where one is missing', () => {
    expect(changeInWords('before', count, null, 5)).toBeUndefined()
    expect(changeInWords('before', count, 5, null)).toBeUndefined()
    expect(changeInWords('before', count, 'soon', 5)).toBeUndefined()
  })
})
