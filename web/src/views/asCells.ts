import type { Cell } from '../api/types'

const PARTING = /[\t\n\r"]/
const cell = (value: Cell): string => {
  const text = value === null ? '' : String(value)
  return PARTING.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

/** Rows as a spreadsheet takes them from the clipboard: cells between tabs, numbers and days as they are. */
export const asCells = (heads: string[], rows: Cell[][]): string =>
  [heads, ...rows].map(row => row.map(cell).join('\t')).join('\n')
