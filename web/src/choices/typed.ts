/* Typed text in the format of the viewer's locale: 1.000,5 and 31.03.2026 in German. In the API and in links it is ISO. */
import { isDay } from '../formats'
import { LOCALE } from '../locale'

interface Marks {
  group: string
  decimal: string
}

function marksOf(locale = LOCALE): Marks {
  const parts = new Intl.NumberFormat(locale).formatToParts(12345.6)
  const of = (type: string, usual: string): string => parts.find(part => part.type === type)?.value ?? usual
  return { group: of('group', ','), decimal: of('decimal', '.') }
}

/* Any blank for a narrow one, either apostrophe: keyboards have one of each. */
const escaped = (mark: string): string => (/\s/.test(mark) ? '\\s' : /['’]/.test(mark) ? "['’]" : `\\${mark}`)

/** A number as a plain decimal, or the unchanged text if it is invalid in this locale: the server reports it. */
export function numberTyped(text: string, locale = LOCALE): string {
  const { group, decimal } = marksOf(locale)
  const typed = text.trim().replace('−', '-')
  const grouped = new RegExp(`^-?\\d{1,3}(${escaped(group)}\\d{3})+(${escaped(decimal)}\\d+)?$`)
  const whole = new RegExp(`^-?\\d+(${escaped(decimal)}\\d+)?$`)
  if (!grouped.test(typed) && !whole.test(typed)) return text.trim()
  return typed.replace(new RegExp(escaped(group), 'g'), '').replace(decimal, '.')
}

/** A number for a field: as the locale writes it, but without marks between thousands. */
export const numberToType = (plain: string, locale = LOCALE): string =>
  /^-?\d+(\.\d+)?$/.test(plain) ? plain.replace('.', marksOf(locale).decimal) : plain

/** A date in ISO 8601, or the unchanged text if it is invalid in this locale. */
export function dayTyped(text: string, locale = LOCALE): string {
  const typed = text.trim()
  if (isDay(typed)) return typed
  const day = inNumbers(typed, locale) ?? inWords(typed, locale)
  return day && isDay(day) ? day : typed
}

const iso = (year: string, month: string | number, day: string): string =>
  `${year}-${String(month).padStart(2, '0')}-${day.padStart(2, '0')}`

/* 31.03.2026, 3/31/2026: in the locale's order. A year of two digits could be any. */
function inNumbers(typed: string, locale = LOCALE): string | undefined {
  const numbers = /^(\d{1,4})[./ -]+(\d{1,2})[./ -]+(\d{1,4})\.?$/.exec(typed)
  if (!numbers) return undefined
  const order = new Intl.DateTimeFormat(locale)
    .formatToParts(new Date())
    .map(part => part.type)
    .filter(type => ['day', 'month', 'year'].includes(type))
  const of = (type: string): string => numbers[1 + order.indexOf(type as 'day')] ?? ''
  return of('year').length === 4 ? iso(of('year'), of('month'), of('day')) : undefined
}

/* 1 Mar 2026, 1. März 2026, Mar 1, 2026. */
function inWords(typed: string, locale = LOCALE): string | undefined {
  const word = /\p{L}+/u.exec(typed)?.[0]
  const day = /(?<!\d)\d{1,2}(?!\d)/.exec(typed)?.[0]
  const year = /(?<!\d)\d{4}(?!\d)/.exec(typed)?.[0]
  const month = word && monthCalled(word, locale)
  return month && day && year ? iso(year, month, day) : undefined
}

function monthCalled(word: string, locale = LOCALE): number | undefined {
  const wanted = word.toLowerCase()
  for (let month = 1; month <= 12; month++) {
    const names = (['long', 'short'] as const).map(style =>
      new Intl.DateTimeFormat(locale, { month: style, day: 'numeric', timeZone: 'UTC' })
        .formatToParts(Date.UTC(2026, month - 1, 1))
        .find(part => part.type === 'month')
        ?.value.toLowerCase()
        .replace('.', ''),
    )
    if (names.includes(wanted)) return month
  }
  return undefined
}
