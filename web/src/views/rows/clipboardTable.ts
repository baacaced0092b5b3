import type { Cell } from '../../api/types'

const PARTING = /[\t\n\r"]/
/* A spreadsheet evaluates such text as a formula, except numbers and times; a leading apostrophe marks text. */
const FORMULA = /^[=+\-@\t\r\n](?![\d.,:eE+-]*$)/
const cell = (value: Cell): string => {
  const written = value === null ? '' : String(value)
  const text = typeof value === 'string' && FORMULA.test(written) ? `'${written}` : written
  return PARTING.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

/** Rows in clipboard format: cells separated by tabs, numbers and dates unformatted. */
export const asCells = (heads: string[], rows: Cell[][]): string =>
  [heads, ...rows].map(row => row.map(cell).join('\t')).join('\n')
