import { expect, it } from 'vitest'
import { dayIn } from './today'

it.each([
  ['Pacific/Auckland', '2026-03-01T12:00:00Z', '2026-03-02'],
  ['America/Los_Angeles', '2026-03-01T07:59:59Z', '2026-02-28'],
  ['UTC', '2026-12-31T23:59:59Z', '2026-12-31'],
  ['+05:30', '2026-12-31T18:30:00Z', '2027-01-01'],
])('today in %s', (zone, moment, day) => expect(dayIn(zone, new Date(moment))).toBe(day))
