import { describe, expect, it } from 'vitest'
import type { View } from '../../api/types'
import { changeInWords } from './comparison'

const PERIOD = '1–28 February 2026'
const count = { function: 'count', column: '', label: 'rows', unit: '', additive: true } as View['measures'][number]
const average: View['measures'][number] = { ...count, function: 'avg', unit: 'min', additive: false }

describe('a comparison of figures', () => {
  it('shows the difference with its period', () => {
    expect(changeInWords(PERIOD, count, '1284', '1147')).toBe('▲ 11.9 % vs 1–28 February 2026 (1,147)')
    expect(changeInWords(PERIOD, average, 40, 50)).toBe('▼ 20 % vs 1–28 February 2026 (50 min)')
    expect(changeInWords(PERIOD, average, 33.4, 22.6812345)).toContain('(22.7 min)')
    expect(changeInWords(PERIOD, count, 5, 5)).toBe('same as in 1–28 February 2026')
    expect(changeInWords(PERIOD, count, 5, 0)).toBe('▲ vs 1–28 February 2026 (0)')
  })
  it('shows the share of all rows where figures are additive', () => {
    expect(changeInWords('', count, 1284, 3443)).toBe('37.3 % of 3,443')
    expect(changeInWords('', average, 40, 50)).toBe('50 min of all rows')
    expect(changeInWords('', count, 0, 0)).toBe('0 of all rows')
  })
  it('is undefined where a value is missing', () => {
    expect(changeInWords(PERIOD, count, null, 5)).toBeUndefined()
    expect(changeInWords(PERIOD, count, 5, null)).toBeUndefined()
    expect(changeInWords(PERIOD, count, 'soon', 5)).toBeUndefined()
  })
})
