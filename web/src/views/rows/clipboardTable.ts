import type { Cell } from '../../api/types'

const PARTING = /[\t\n\r"]/
/* A spreadsheet runs what begins like this as a formula, but numbers and times; an apostrophe in front says that it is text. */
const FORMULA = /^[=+\-@\t\r\n](?![\d.,:eE+-]*$)/
const cell = (value: Cell): string => {
  const written = value === null ? '' : String(value)
  const text = typeof value === 'string' && FORMULA.test(written) ? `'${written}` : written
  return PARTING.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

/** Rows as a spreadsheet takes them from the clipboard: cells between tabs, numbers and days as they are. */
export const asCells = (heads: string[], rows: Cell[][]): string =>
  [heads, ...rows].map(row => row.map(cell).join('\t')).join('\n')
