// Dates and numbers as the viewer's locale writes them. On the wire and in links they stay ISO 8601 and plain decimals.
import type { Cell, Column } from './api/types'
import { LOCALE } from './locale'

/* Exact: as many digits as given. Decimals beyond a double's digits are text and never converted to numbers. */
const MOST_DIGITS = 20
const numbers = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: MOST_DIGITS })
const plain = new Intl.NumberFormat(LOCALE, { useGrouping: false, maximumFractionDigits: MOST_DIGITS })
/* Truncated: two fraction digits, or more for small numbers. */
const cut = new Intl.NumberFormat(LOCALE, {
  maximumFractionDigits: 2,
  maximumSignificantDigits: 4,
  roundingPriority: 'morePrecision',
})
/* Three significant digits, and all digits before the point. */
const rounded = new Intl.NumberFormat(LOCALE, {
  maximumFractionDigits: 0,
  maximumSignificantDigits: 3,
  roundingPriority: 'morePrecision',
})
const tenths = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 1 })
const days = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })
const TO_THE_MINUTE = {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
  hourCycle: 'h23',
  timeZone: 'UTC',
} as const
const minutes = new Intl.DateTimeFormat(LOCALE, TO_THE_MINUTE)
const wholeSeconds = new Intl.NumberFormat(LOCALE, { style: 'unit', unit: 'second', unitDisplay: 'long' })
const wholeMinutes = new Intl.NumberFormat(LOCALE, { style: 'unit', unit: 'minute', unitDisplay: 'long' })
const seconds = new Intl.DateTimeFormat(LOCALE, { ...TO_THE_MINUTE, second: '2-digit' })
const clock = new Intl.DateTimeFormat(LOCALE, {
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
  hourCycle: 'h23',
})

/** Whether the day exists; 30 February would otherwise become 2 March. */
export function isDay(iso: string): boolean {
  const date = new Date(`${iso}T00:00:00Z`)
  return /^\d{4}-\d{2}-\d{2}$/.test(iso) && !Number.isNaN(date.getTime()) && date.toISOString().startsWith(iso)
}

export const dateInWords = (iso: string): string => (isDay(iso) ? days.format(new Date(`${iso}T00:00:00Z`)) : iso)

/** Two days as a range without repeating what they share: "1–28 Feb 2026". */
export const dateRangeInWords = (from: string, to: string): string =>
  days.formatRange(new Date(`${from}T00:00:00Z`), new Date(`${to}T00:00:00Z`))

/** The label of an empty text, which is a value and not a missing one. */
export const EMPTY_TEXT = 'empty text'
export const textInWords = (text: string): string => (text === '' ? EMPTY_TEXT : text)

/** A number with every digit it has. */
export const numberInWords = (text: string | number): string => written(numbers, text)

/**
 * A measured or computed number: with all digits if they are few, otherwise truncated with an ellipsis;
 * the exact value has to be available nearby.
 */
export function measureInWords(value: string | number): string {
  const exact = typeof value === 'number' ? withoutNoise(value) : value
  if (fractionDigits(exact) <= MOST_SHOWN || !isNumber(exact)) return numberInWords(exact)
  return `${written(cut, exact)}…`
}

/** An average, a median or a share, rounded. The exact value has to be available nearby. */
export const averageInWords = (value: string | number): string => written(rounded, value)

/** A number that names something, such as a year. */
export const plainInWords = (value: string | number): string => written(plain, value)

const MOST_SHOWN = 6
/* Sums of binary fractions end in meaningless digits. */
const TRUE_DIGITS = 12
function withoutNoise(value: number): string {
  const rounded = Number(value.toPrecision(TRUE_DIGITS))
  return String(fractionDigits(String(rounded)) <= MOST_SHOWN ? rounded : value)
}

function fractionDigits(text: string): number {
  const [, fraction = '', power = '0'] = /^-?\d+(?:\.(\d+))?(?:e([+-]?\d+))?$/i.exec(text) ?? []
  return Math.max(0, fraction.length - Number(power))
}

const isNumber = (text: string): boolean => text !== '' && Number.isFinite(Number(text))

/* As text it keeps digits that a double does not have. */
const written = (format: Intl.NumberFormat, value: string | number): string =>
  isNumber(String(value)) ? format.format(String(value) as Intl.StringNumericLiteral) : String(value)

const lists = new Intl.ListFormat('en')
/** "a, b, and c" */
export const listInWords = (items: string[]): string => lists.format(items)
export const countInWords = (count: number): string => numbers.format(count)
/** 529 kB, 1.2 MB. */
export function bytesInWords(bytes: number): string {
  const [unit, each] = bytes < 1e6 ? ['kB', 1e3] : bytes < 1e9 ? ['MB', 1e6] : ['GB', 1e9]
  const amount = bytes / Number(each)
  return `${tenths.format(amount < 10 ? amount : Math.round(amount))} ${unit}`
}
export const rowsInWords = (count: number): string => `${countInWords(count)} ${count === 1 ? 'row' : 'rows'}`
export const millisInWords = (millis: number): string =>
  `${millis < 10 ? tenths.format(millis) : numbers.format(Math.round(millis))} ms`
/** A span of whole seconds or minutes. */
export const spanInWords = (seconds: number): string =>
  seconds % 60 ? wholeSeconds.format(seconds) : wholeMinutes.format(seconds / 60)
export const timeInWords = (iso: string): string => clock.format(new Date(iso))

/**
 * A timestamp, with seconds if it has any. Without a time zone it is shown verbatim; with one, in local time of that zone, followed by
 * the zone. Fractions of a second are truncated with an ellipsis.
 */
export function momentInWords(iso: string): string {
  const [, local = '', fraction = '', zone = ''] =
    /^(\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(?::\d{2})?)(\.\d+)?(Z|[+-]\d{2}:\d{2})?$/.exec(iso) ?? []
  const date = new Date(`${local.replace(' ', 'T')}Z`)
  if (Number.isNaN(date.getTime())) return iso
  const more = Number(fraction) > 0 ? '…' : ''
  const shown = date.getUTCSeconds() > 0 || more ? seconds : minutes
  return `${shown.format(date)}${more}${zone && ` ${zone === 'Z' ? 'UTC' : zone}`}`
}

/** Whether a column is an identifier and not a measure: such numbers get no thousands separators. */
export const isIdentifierName = (name: string): boolean => /(^|_)(id|year|month|no|number|code)$/i.test(name)
const isIdentifier = (column: Column): boolean => isIdentifierName(column.name)

export function cellInWords(cell: Cell, column: Column): string {
  if (cell === null) return ''
  switch (column.kind) {
    case 'date':
      return dateInWords(String(cell))
    case 'datetime':
      return momentInWords(String(cell))
    case 'integer':
    case 'decimal':
      return isIdentifier(column) ? written(plain, cell as string | number) : measureInWords(cell as string | number)
    default:
      return textInWords(String(cell))
  }
}

export const isNumeric = (column: Column): boolean => column.kind === 'integer' || column.kind === 'decimal'
