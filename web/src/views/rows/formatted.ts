/* Values as the author of a table wants them written: number 1, money €, percent 1, unit min, day, month, moment. */
import type { Cell, Column } from '../../api/types'
import { periodInWords } from '../../choices/periods'
import { cellInWords, dateInWords, momentInWords } from '../../formats'
import { LOCALE } from '../../locale'

/* As text, so that digits beyond a double's are rounded correctly. */
const toDigits = (text: string, count: number): string =>
  new Intl.NumberFormat(LOCALE, { minimumFractionDigits: count, maximumFractionDigits: count }).format(
    text as Intl.StringNumericLiteral,
  )

/** A value in its format; as its column writes it where it has none, or where the format does not suit the value. */
export function formatted(cell: Cell, column: Column, format = ''): string {
  if (cell === null || format === '') return cellInWords(cell, column)
  const [kind = '', ...rest] = format.split(' ')
  const detail = rest.join(' ')
  const text = String(cell)
  if (kind === 'day') return dateInWords(text.slice(0, 10))
  if (kind === 'month') return periodInWords('month', text.slice(0, 10))
  if (kind === 'moment') return momentInWords(text)
  if (!Number.isFinite(Number(text)) || text === '') return cellInWords(cell, column)
  return kind === 'unit' ? `${cellInWords(cell, column)} ${detail}` : formattedNumber(text, kind, detail)
}

/** A number in the format of its figure: number 1, money €, percent 1; undefined where it has none. */
export function formattedFigure(value: string | number, format: string): string | undefined {
  const [kind = '', ...rest] = format.split(' ')
  const text = String(value)
  return kind === '' || text === '' || !Number.isFinite(Number(text))
    ? undefined
    : formattedNumber(text, kind, rest.join(' '))
}

function formattedNumber(text: string, kind: string, detail: string): string {
  if (kind === 'money') return `${Number(text) < 0 ? '−' : ''}${detail} ${toDigits(text.replace('-', ''), 2)}`
  const digits = toDigits(text, Number(detail || 0))
  return kind === 'percent' ? `${digits} %` : digits
}

/** The tooltip of a cell: its raw value where the text is shortened or may not fit. */
export function exactly(cell: Cell, words: string): string | undefined {
  const text = String(cell)
  return cell !== null && text !== '' && (text !== words || text.length > MOST_THAT_FITS) ? text : undefined
}
const MOST_THAT_FITS = 40
