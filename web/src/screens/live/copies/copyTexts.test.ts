import { describe, expect, it } from 'vitest'
import type { CalendarEntry, CopySchedule, StoredCopy } from '../../../api/types'
import { entryInWords, partsInWords, partsOffers, scheduleOf, shortRows, timesInWords, timesOffers } from './copyTexts'

const none: CopySchedule = { every: '', cron: '', timeZone: 'UTC', missedRuns: 'leave', after: '' }
const copies = [{ id: 'a', name: 'Crossings' } as StoredCopy, { id: 'b', name: 'Ports' } as StoredCopy]

describe('a stored copy in words', () => {
  it('says when it is refreshed', () => {
    expect(timesInWords(none, copies)).toBe('manually')
    expect(timesInWords({ ...none, every: 'every hour at :10' }, copies)).toBe('every hour at :10')
    expect(timesInWords({ ...none, after: 'b' }, copies)).toBe('after Ports')
  })

  it('takes times, another copy, or nothing, and keeps the rest', () => {
    expect(scheduleOf('every day at 06:00', { ...none, after: 'b' })).toEqual({ ...none, every: 'every day at 06:00' })
    expect(scheduleOf('/after/b', { ...none, every: 'every hour' })).toEqual({ ...none, after: 'b' })
    expect(scheduleOf('manually', { ...none, every: 'every hour' })).toEqual(none)
  })

  it('is offered after others, and by hand', () => {
    const words = timesOffers(copies.slice(1)).map(one => one.label)
    expect(words).toContain('after Ports')
    expect(words).not.toContain('after Crossings')
    expect(words.at(-1)).toBe('manually')
  })

  it('says how it is cut', () => {
    expect(partsInWords('')).toBe('as a whole')
    expect(partsInWords('departed_at:day')).toBe('partitioned by the day of departed_at')
    expect(partsOffers(['day'])).toHaveLength(6)
  })

  it('says large numbers of rows shortly', () => {
    expect(shortRows(2000)).toMatch(/^2.000 rows$/)
    expect(shortRows(4_230_000)).toBe('4.2M rows')
  })

  it('says what became of a time', () => {
    const entry: CalendarEntry = {
      at: '',
      kind: 'copy',
      objectId: 'a',
      name: 'A',
      state: 'done',
      rows: 1200,
      seconds: 3,
      message: '',
    }
    expect(entryInWords(entry)).toMatch(/^refreshed · 1.200 rows, 3 s$/)
    const mails: CalendarEntry = { ...entry, kind: 'delivery', rows: 1, message: '2 had nothing to get' }
    expect(entryInWords(mails)).toBe('sent · 1 mail, 2 had nothing to get, 3 s')
    expect(entryInWords({ ...entry, state: 'failed', message: 'No such table.' })).toBe('failed: No such table.')
  })
})
