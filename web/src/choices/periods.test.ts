import { describe, expect, it } from 'vitest'
import { firstDay, periodInWords, quickSpans, spanInWords, stepped } from './periods'

describe('periods', () => {
  it.each([
    ['month', '2026-03', '2026-03-01'],
    ['month', '2026-03-31', '2026-03-01'],
    ['quarter', '2026-Q4', '2026-10-01'],
    ['quarter', '2026-12-31', '2026-10-01'],
    ['year', '2026', '2026-01-01'],
    ['itself', '2026-03-31', '2026-03-31'],
    ['month', 'soon', 'soon'],
  ])('the first day of the %s %s is %s', (period, written, first) => {
    expect(firstDay(period, written)).toBe(first)
  })

  it.each([
    ['month', '2026-01-01', -1, '2025-12-01'],
    ['month', '', 0, '2024-02-01'],
    ['quarter', '2026-11-30', 1, '2027-01-01'],
    ['year', '2024-02-29', 1, '2025-01-01'],
  ])('a %s steps from %s by %s', (period, from, steps, to) => {
    expect(stepped(period, from, steps, '2024-02-29')).toBe(to)
  })

  it('are formatted as text', () => {
    expect(periodInWords('quarter', '2026-Q2')).toBe('Q2 2026')
    expect(periodInWords('month', '2026-02-30')).toBe('2026-02-30')
  })

  it('offer quick ranges across month ends, year ends and leap days', () => {
    const spans = Object.fromEntries(quickSpans('2024-03-31').map(span => [span.name, `${span.from} ${span.to}`]))
    expect(spans['last month']).toBe('2024-02-01 2024-02-29')
    expect(spans['last 7 days']).toBe('2024-03-25 2024-03-31')
    expect(spans['last quarter']).toBe('2023-10-01 2023-12-31')
    expect(spans['this year']).toBe('2024-01-01 2024-12-31')
  })

  it.each([
    ['', '', 'every day'],
    ['2026-03-01', '2026-03-01', /1 day$/],
    ['2026-03-01', '2026-03-31', /31 days, both days included$/],
    ['2026-03-02', '2026-03-01', 'The last day is before the first.'],
    ['2026-02-30', '', ''],
  ])('format the range from %s to %s', (from, to, words) => {
    expect(spanInWords(from, to)).toMatch(words)
  })
})
