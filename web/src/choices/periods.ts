import { dateInWords, dateRangeInWords, isDay } from '../formats'
import { LOCALE } from '../locale'

/* Days as ISO text, computed in UTC, so that no time zone can shift one. */
const asDate = (iso: string): Date => new Date(`${iso}T00:00:00Z`)
const asIso = (date: Date): string => date.toISOString().slice(0, 10)
const MILLIS_PER_DAY = 86_400_000

/** The first day of the month, quarter or year that is written 2026-03, 2026-Q1, 2026, or by any of its days. */
export function firstDay(period: string, written: string): string {
  if (period === 'month' && isDay(`${written}-01`)) return `${written}-01`
  const quarter = /^(\d{4})-Q([1-4])$/.exec(written)
  if (period === 'quarter' && quarter) return `${quarter[1]}-${String(Number(quarter[2]) * 3 - 2).padStart(2, '0')}-01`
  if (period === 'year' && /^\d{4}$/.test(written)) return `${written}-01-01`
  if (!isDay(written)) return written
  const [year = '', month = ''] = written.split('-')
  if (period === 'month') return `${year}-${month}-01`
  if (period === 'quarter') return `${year}-${String(Math.floor((Number(month) - 1) / 3) * 3 + 1).padStart(2, '0')}-01`
  return period === 'year' ? `${year}-01-01` : written
}

const months = new Intl.DateTimeFormat(LOCALE, { month: 'long', year: 'numeric', timeZone: 'UTC' })

export function periodInWords(period: string, written: string): string {
  const first = firstDay(period, written)
  if (!isDay(first)) return written
  switch (period) {
    case 'month':
      return months.format(asDate(first))
    case 'quarter':
      return `Q${Math.floor((Number(first.slice(5, 7)) - 1) / 3) + 1} ${first.slice(0, 4)}`
    case 'year':
      return first.slice(0, 4)
    case 'week':
      return `the week of ${dateInWords(first)}`
    default:
      return dateInWords(first)
  }
}

/** The period some steps later; for an empty text relative to today's. */
export function stepped(period: string, written: string, steps: number, today: string): string {
  const first = asDate(firstDay(period, written || today))
  if (Number.isNaN(first.getTime())) return written
  if (period === 'week') first.setUTCDate(first.getUTCDate() + 7 * steps)
  else first.setUTCMonth(first.getUTCMonth() + steps * (period === 'year' ? 12 : period === 'quarter' ? 3 : 1))
  return asIso(first)
}

export interface Span {
  name: string
  from: string
  to: string
}

function whole(name: string, period: string, steps: number, today: string): Span {
  const from = stepped(period, today, steps, today)
  const after = asDate(stepped(period, from, 1, today))
  return { name, from, to: asIso(new Date(after.getTime() - MILLIS_PER_DAY)) }
}

const lastDays = (days: number, today: string): Span => ({
  name: `last ${days} days`,
  from: asIso(new Date(asDate(today).getTime() - (days - 1) * MILLIS_PER_DAY)),
  to: today,
})

/** Frequently used ranges, both days included. */
export function quickSpans(today: string): Span[] {
  return [
    { name: 'today', from: today, to: today },
    lastDays(7, today),
    lastDays(30, today),
    whole('this month', 'month', 0, today),
    whole('last month', 'month', -1, today),
    whole('this quarter', 'quarter', 0, today),
    whole('last quarter', 'quarter', -1, today),
    whole('this year', 'year', 0, today),
    whole('last year', 'year', -1, today),
  ]
}

/** A date range as text; empty for an invalid end. */
export function spanInWords(from: string, to: string): string {
  if ([from, to].some(end => end !== '' && !isDay(end))) return ''
  if (!from && !to) return 'every day'
  if (!from) return `up to ${dateInWords(to)}, that day included`
  if (!to) return `from ${dateInWords(from)} on`
  const days = Math.round((Date.parse(to) - Date.parse(from)) / MILLIS_PER_DAY) + 1
  if (days < 1) return 'The last day is before the first.'
  return `${dateRangeInWords(from, to)}, ${days === 1 ? '1 day' : `${days} days, both days included`}`
}
