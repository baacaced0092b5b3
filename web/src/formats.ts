// Dates and numbers as the viewer's locale writes them. On the wire and in links they stay ISO 8601 and plain decimals.
import type { Cell, Column } from './api/types'

const numbers = new Intl.NumberFormat(undefined, { maximumFractionDigits: 2 })
const plain = new Intl.NumberFormat(undefined, { useGrouping: false, maximumFractionDigits: 10 })
const days = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })
const moments = new Intl.DateTimeFormat(undefined, {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
  hourCycle: 'h23',
  timeZone: 'UTC',
})
const clock = new Intl.DateTimeFormat(undefined, {
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
  hourCycle: 'h23',
})

/** Whether there is such a day; 30 February would otherwise roll over into March. */
export function isDay(iso: string): boolean {
  const date = new Date(`${iso}T00:00:00Z`)
  return /^\d{4}-\d{2}-\d{2}$/.test(iso) && !Number.isNaN(date.getTime()) && date.toISOString().startsWith(iso)
}

export const dateInWords = (iso: string): string => (isDay(iso) ? days.format(new Date(`${iso}T00:00:00Z`)) : iso)

export function numberInWords(text: string | number): string {
  const number = Number(text)
  return text !== '' && Number.isFinite(number) ? numbers.format(number) : String(text)
}

export const countInWords = (count: number): string => numbers.format(count)
export const rowsInWords = (count: number): string => `${countInWords(count)} ${count === 1 ? 'row' : 'rows'}`
export const millisInWords = (millis: number): string =>
  `${numbers.format(millis < 10 ? Math.round(millis * 10) / 10 : Math.round(millis))} ms`
export const timeInWords = (iso: string): string => clock.format(new Date(iso))

/** A database's own moment has no zone; it is shown as it stands. */
export function momentInWords(iso: string): string {
  const date = new Date(/Z$|[+-]\d{2}:\d{2}$/.test(iso) ? iso : `${iso}Z`)
  return Number.isNaN(date.getTime()) ? iso : moments.format(date)
}

/** Whether a column names things rather than measures them: such numbers get no thousands marks. */
const isIdentifier = (column: Column): boolean => /(^|_)(id|year|month|no|number|code)$/i.test(column.name)

export function cellInWords(cell: Cell, column: Column): string {
  if (cell === null) return ''
  switch (column.kind) {
    case 'DATE':
      return dateInWords(String(cell))
    case 'DATETIME':
      return momentInWords(String(cell))
    case 'INTEGER':
    case 'DECIMAL':
      return isIdentifier(column) ? plain.format(Number(cell)) : numberInWords(String(cell))
    default:
      return String(cell)
  }
}

export const isNumeric = (column: Column): boolean => column.kind === 'INTEGER' || column.kind === 'DECIMAL'
