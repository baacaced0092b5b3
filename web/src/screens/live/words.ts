const ENDINGS: Record<string, string> = { one: 'st', two: 'nd', few: 'rd', other: 'th' }
const rules = new Intl.PluralRules('en', { type: 'ordinal' })

/** 1st, 2nd, 3rd, 4th … */
export const ordinal = (number: number): string => `${number}${ENDINGS[rules.select(number)] ?? 'th'}`

/** How many things became something else. */
export const thingsInWords = (things: number): string =>
  things === 0 ? 'its name or order' : things === 1 ? '1 thing' : `${things} things`

/** The day and the time of it, as people here write them. */
export const dayOf = (iso: string): string =>
  new Date(iso).toLocaleString([], {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  })
