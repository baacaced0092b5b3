import type { CalendarEntry, CopySchedule, SentenceOption, StoredCopy } from '../../../api/types'
import { LOCALE } from '../../../locale'

const BY_HAND = 'manually'
const AFTER = '/after/'
const STRETCHES = ['day', 'week', 'month', 'quarter', 'year']
const USUAL_TIMES = [
  'every hour at :10',
  'every day at 06:00',
  'every weekday at 06:30',
  'every Monday at 07:00',
  'on the 1st of every month at 05:00',
]
const offer = (id: string, words = id, note = ''): SentenceOption => ({ id, label: words, note, reason: '' })

const short = new Intl.NumberFormat(LOCALE, { notation: 'compact', maximumFractionDigits: 1 })
const LONG = 100_000
/** How many rows, in a narrow place. */
export const shortRows = (rows: number): string =>
  rows < LONG ? `${rows.toLocaleString(LOCALE)} rows` : `${short.format(rows)} rows`

/** The schedule in its sentence. */
export function timesInWords(schedule: CopySchedule, copies: StoredCopy[]): string {
  const behind = copies.find(copy => copy.id === schedule.after)
  return schedule.every || (schedule.after ? `after ${behind?.name ?? schedule.after}` : BY_HAND)
}

/** @param after the copies behind which it may be */
export const timesOffers = (behind: StoredCopy[]): SentenceOption[] => [
  ...USUAL_TIMES.map(words => offer(words)),
  ...behind.map(other => offer(`${AFTER}${other.id}`, `after ${other.name}`)),
  offer(BY_HAND),
]

/** The selected or typed schedule. */
export function scheduleOf(taken: string, before: CopySchedule): CopySchedule {
  if (taken.startsWith(AFTER)) return { ...before, every: '', cron: '', after: taken.slice(AFTER.length) }
  const byHand = taken === BY_HAND || taken.trim() === ''
  return { ...before, every: byHand ? '' : taken, cron: '', after: '' }
}

/** The partitions in its sentence: `departed_at:day` is the day of departed_at. */
export function partsInWords(by: string): string {
  const colon = by.lastIndexOf(':')
  return by ? `partitioned by the ${by.slice(colon + 1)} of ${by.slice(0, colon)}` : 'as a whole'
}

export const partsOffers = (days: string[]): SentenceOption[] => [
  offer('', 'as a whole', 'refreshed in full each time'),
  ...days.flatMap(day => STRETCHES.map(stretch => offer(`${day}:${stretch}`, partsInWords(`${day}:${stretch}`)))),
]

/** The state of a job, after its name. */
export function entryInWords(entry: CalendarEntry): string {
  const mail = entry.kind === 'delivery'
  const many = `${entry.rows.toLocaleString(LOCALE)} ${mail ? (entry.rows === 1 ? 'mail' : 'mails') : 'rows'}`
  const also = mail && entry.message ? `, ${entry.message}` : ''
  return {
    planned: '',
    due: entry.message ? `retrying: ${entry.message}` : 'waits',
    running: mail ? 'is being sent' : 'refreshing',
    done: `${mail ? 'sent' : 'refreshed'} · ${many}${also}, ${entry.seconds} s`,
    held: `held for review: ${entry.message}`,
    failed: `failed: ${entry.message}`,
    skipped: entry.message || 'skipped',
  }[entry.state]
}
