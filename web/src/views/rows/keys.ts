/* Grouping keys of a view: an output column, optionally with a time unit or a band width after a colon. */
import type { Cell, Column, ColumnFilter } from '../../api/types'
import { periodInWords } from '../../choices/periods'
import { dateInWords, isDay, numberInWords, textInWords } from '../../formats'
import { LOCALE } from '../../locale'

export interface Key {
  column: string
  /** day, week, month, quarter, year, weekday, hour, or the width of bands; empty for each value on its own. */
  cut: string
}

const CUTS = new Set(['day', 'week', 'month', 'quarter', 'year', 'weekday', 'hour'])
/* As the server reads it: `1e9` and `0x10` are names. */
const WIDTH = /^(?!0+(\.0+)?$)\d{1,12}(\.\d{1,6})?$/
const AGAIN = new Set(['weekday', 'hour'])
const MONDAY = Date.UTC(2024, 0, 1)
const MILLIS_PER_DAY = 86_400_000
const weekdays = new Intl.DateTimeFormat(LOCALE, { weekday: 'long', timeZone: 'UTC' })

/** Reads `port`, `departed_at:month`, `delay_min:10`, and `a:1:value`, each value of a column that is called `a:1`. */
export function readKey(text: string): Key {
  const colon = text.lastIndexOf(':')
  const cut = text.slice(colon + 1)
  const column = text.slice(0, colon)
  if (colon > 0 && cut === 'value') return { column, cut: '' }
  return colon > 0 && (CUTS.has(cut) || WIDTH.test(cut)) ? { column, cut } : { column: text, cut: '' }
}

export const columnInWords = (key: string): string => readKey(key).column.replaceAll('_', ' ')

/** The label of the null group: "no vessel" for the column vessel_name. */
export const withoutIt = (key: string): string => `no ${columnInWords(key).replace(/ (name|id|code|label)$/i, '')}`

/** Whether other views can be filtered by one of its groups. A recurring group, such as a weekday, is not a range of the column. */
export const isPickable = (key: string): boolean => !AGAIN.has(readKey(key).cut)

/** A group as viewers read it. */
export function keyInWords(key: string, value: Cell): string {
  if (value === null) return withoutIt(key)
  const { cut } = readKey(key)
  const text = String(value)
  if (cut === '') return textInWords(text)
  if (cut === 'weekday') return weekdays.format(MONDAY + (Number(text) - 1) * MILLIS_PER_DAY)
  if (cut === 'hour') return `${text.padStart(2, '0')}:00`
  if (CUTS.has(cut)) return isDay(text.slice(0, 10)) ? stretchInWords(cut, text.slice(0, 10)) : text
  return `${numberInWords(text)} to below ${numberInWords(Number(text) + Number(cut))}`
}

export const stretchInWords = (cut: string, day: string): string =>
  cut === 'week' ? `week of ${dateInWords(day)}` : periodInWords(cut === 'day' ? 'itself' : cut, day)

/** The value of a group as a filter names it. */
export const keyValue = (key: string, value: Cell): string | null =>
  value === null ? null : CUTS.has(readKey(key).cut) ? String(value).slice(0, 10) : String(value)

/** The type of a filter on a column; values of types without a parameter type are compared as text. */
export const filterType = (kind: Column['kind']): ColumnFilter['type'] => (kind === 'other' ? 'text' : kind)
