import { describe, expect, it } from 'vitest'
import { stepsBetween } from './periodSteps'

describe('intervals between two days', () => {
  it('are named by their first day', () => {
    expect(stepsBetween('2024-12-01', '2025-02-01', 'month')).toEqual(['2024-12-01', '2025-01-01', '2025-02-01'])
    expect(stepsBetween('2024-02-28', '2024-03-01', 'day')).toEqual(['2024-02-28', '2024-02-29', '2024-03-01'])
    expect(stepsBetween('2024-12-30', '2025-01-13', 'week')).toEqual(['2024-12-30', '2025-01-06', '2025-01-13'])
    expect(stepsBetween('2024-10-01', '2025-04-01', 'quarter')).toEqual(['2024-10-01', '2025-01-01', '2025-04-01'])
    expect(stepsBetween('2023-01-01', '2025-01-01', 'year')).toEqual(['2023-01-01', '2024-01-01', '2025-01-01'])
  })
  it('are reduced to the ends where there would be too many', () =>
    expect(stepsBetween('0001-01-01', '2025-01-01', 'day')).toEqual(['0001-01-01', '2025-01-01']))
})
