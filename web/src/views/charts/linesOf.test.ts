import { describe, expect, it } from 'vitest'
import type { Cell, View } from '../../api/types'
import { linesOf } from './linesOf'

const view = (...groupBy: string[]): View => ({ groupBy }) as unknown as View

describe('lines of a result', () => {
  it('have a gap where an interval has no rows', () => {
    const rows: Cell[][] = [
      ['2025-01-01', '5'],
      ['2025-03-01 00:00:00', 7],
    ]
    expect(linesOf(view('at:month'), rows, 'month')).toEqual({
      days: ['2025-01-01', '2025-02-01', '2025-03-01'],
      lines: [{ name: '', values: [5, null, 7] }],
      leftOut: 0,
      withoutDay: 0,
    })
  })
  it('share their days and show the largest', () => {
    const rows: Cell[][] = Array.from({ length: 10 }, (_, i) => ['2025-01-06', `port ${i}`, i] as Cell[])
    const { lines, leftOut } = linesOf(view('at:week', 'port'), [...rows, ['2025-01-20', 'port 9', 1]], 'week')
    expect(lines).toHaveLength(8)
    expect(lines[0]).toEqual({ name: 'port 9', values: [9, null, 1] })
    expect(leftOut).toBe(2)
  })
  it('cover the selected range', () => {
    const span = (from: string, to: string) => linesOf(view('at:week'), [['2025-01-13', 4]], 'week', [from, to]).days
    expect(span('2025-01-08', '2025-01-20')).toEqual(['2025-01-06', '2025-01-13', '2025-01-20'])
    expect(span('', '2025-01-27')).toEqual(['2025-01-13', '2025-01-20', '2025-01-27'])
    expect(span('soon', '')).toEqual(['2025-01-13'])
    expect(linesOf(view('at:month'), [], 'month', ['2025-01-01', '2025-12-31']).days).toEqual([])
  })
  it('mention rows without a date', () => {
    expect(linesOf(view('at:day'), [[null, 4]], 'day')).toMatchObject({ days: [], lines: [], withoutDay: 4 })
  })
})
