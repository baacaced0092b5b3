import { expect, it } from 'vitest'
import { agoInWords } from './timeAgo'

const now = Date.parse('2026-03-31T12:00:00Z')

it.each([
  ['2026-03-31T11:59:30Z', 'just now'],
  ['2026-03-31T12:00:30Z', 'just now'],
  ['2026-03-31T11:59:00Z', '1 minute ago'],
  ['2026-03-31T09:30:00Z', '2 hours ago'],
  ['2026-03-29T09:30:00Z', '2 days ago'],
  ['2026-01-29T09:30:00Z', 'on Jan 29, 2026'],
  ['soon', 'soon'],
])('%s was %s', (moment, words) => expect(agoInWords(moment, now)).toBe(words))
