/* Values as the author of a table wants them written: number 1, money €, percent 1, unit min, day, month, moment. */
import type { Cell, Column } from '../api/types'
import { periodInWords } from '../choices/periods'
import { cellInWords, dateInWords, momentInWords } from '../formats'

const digits = (count: number): Intl.NumberFormat =>
  new Intl.NumberFormat(undefined, { minimumFractionDigits: count, maximumFractionDigits: count })

/** A value in its format; as its column writes it where it has none, or where the format does not suit the value. */
export function formatted(cell: Cell, column: Column, format = ''): string {
  if (cell === null || format === '') return cellInWords(cell, column)
  const [kind = '', ...rest] = format.split(' ')
  const detail = rest.join(' ')
  const text = String(cell)
  if (kind === 'day') return dateInWords(text.slice(0, 10))
  if (kind === 'month') return periodInWords('month', text.slice(0, 10))
  if (kind === 'moment') return momentInWords(text)
  const number = Number(text)
  if (!Number.isFinite(number) || text === '') return cellInWords(cell, column)
  if (kind === 'money') return `${number < 0 ? '−' : ''}${detail} ${digits(2).format(Math.abs(number))}`
  if (kind === 'percent') return `${digits(Number(detail || 0)).format(number)} %`
  if (kind === 'unit') return `${cellInWords(cell, column)} ${detail}`
  return digits(Number(detail || 0)).format(number)
}
