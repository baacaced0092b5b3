import { describe, expect, it } from 'vitest'
import { stepsBetween, withGaps } from './periodSteps'

describe('a line', () => {
  it('has a gap where a stretch has no row', () => {
    const points = [
      { day: '2026-01-01', value: 3 },
      { day: '2026-04-01', value: 5 },
    ]
    expect(withGaps(points, 'month').map(point => point.value)).toEqual([3, null, null, 5])
  })

  it('steps over the end of a month and a leap day', () => {
    expect(stepsBetween('2024-02-28', '2024-03-01', 'day')).toEqual(['2024-02-28', '2024-02-29', '2024-03-01'])
    expect(stepsBetween('2024-01-01', '2026-01-01', 'year')).toHaveLength(3)
  })

  it('is left as it is where there would be far too many steps', () => {
    const points = ['0001-01-01', '1900-01-01', '2026-01-01'].map((day, value) => ({ day, value }))
    expect(withGaps(points, 'day')).toEqual(points)
  })

  it('is nothing without points', () => {
    expect(withGaps([], 'day')).toEqual([])
  })
})
