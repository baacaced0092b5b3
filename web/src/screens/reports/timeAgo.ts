import { dateInWords } from '../../formats'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR
const DAYS_COUNTED = 14

const some = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'} ago`

/** How long ago a moment was; its day where that is long. @param now in milliseconds */
export function agoInWords(iso: string, now: number): string {
  const passed = now - Date.parse(iso)
  if (Number.isNaN(passed)) return iso
  if (passed < MINUTE) return 'just now'
  if (passed < HOUR) return some(Math.floor(passed / MINUTE), 'minute')
  if (passed < DAY) return some(Math.floor(passed / HOUR), 'hour')
  if (passed < DAYS_COUNTED * DAY) return some(Math.floor(passed / DAY), 'day')
  return `on ${dateInWords(iso.slice(0, 10))}`
}
