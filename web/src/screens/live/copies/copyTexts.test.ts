import { describe, expect, it } from 'vitest'
import type { CalendarEntry, CopySchedule, StoredCopy } from '../../../api/types'
import { entryInWords, partsInWords, partsOffers, scheduleOf, shortRows, timesInWords, timesOffers } from './copyTexts'

const none: CopySchedule = { every: '', cron: '', timeZone: 'UTC', missedRuns: 'leave', after: '' }
const copies = [{ id: 'a', name: 'Crossings' } as StoredCopy, { id: 'b', name: 'Ports' } as StoredCopy]

describe('the text of a stored copy', () => {
  it('describes its refresh', () => {
    expect(timesInWords(none, copies)).toBe('manually')
    expect(timesInWords({ ...none, every: 'every hour at :10' }, copies)).toBe('every hour at :10')
    expect(timesInWords({ ...none, after: 'b' }, copies)).toBe('after Ports')
  })

  it('edits its schedule and keeps the rest', () => {
    expect(scheduleOf('every day at 06:00', { ...none, after: 'b' })).toEqual({ ...none, every: 'every day at 06:00' })
    expect(scheduleOf('/after/b', { ...none, every: 'every hour' })).toEqual({ ...none, after: 'b' })
    expect(scheduleOf('manually', { ...none, every: 'every hour' })).toEqual(none)
  })

  it('offers refreshing after other copies and by hand', () => {
    const words = timesOffers(copies.slice(1)).map(one => one.label)
    expect(words).toContain('after Ports')
    expect(words).not.toContain('after Crossings')
    expect(words.at(-1)).toBe('manually')
  })

  it('describes its partitions', () => {
    expect(partsInWords('')).toBe('as a whole')
    expect(partsInWords('departed_at:day')).toBe('partitioned by the day of departed_at')
    expect(partsOffers(['day'])).toHaveLength(6)
  })

  it('abbreviates large numbers of rows', () => {
    expect(shortRows(2000)).toMatch(/^2.000 rows$/)
    expect(shortRows(4_230_000)).toBe('4.2M rows')
  })

  it('describes the outcome of a refresh', () => {
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
