import { expect, it } from 'vitest'
import type { Notice } from '../api/types'
import { nextPlace, putTogether } from './similarity'

const notice = (message: string, start: number): Notice => ({
  kind: 'unknown-table',
  message,
  advice: '',
  blocking: false,
  line: 1,
  start,
  end: start + 1,
  fixes: [],

  parameter: '',
})

it('lists a repeated difference once', () => {
  const together = putTogether([notice('a', 1), notice('b', 5), notice('a', 9), notice('a', 20)])
  expect(together.map(alike => [alike.first.message, alike.all.length])).toEqual([
    ['a', 3],
    ['b', 1],
  ])
})

it('cycles through the positions', () => {
  const [alike] = putTogether([notice('a', 1), notice('a', 9)])
  expect(alike && [nextPlace(alike, 1), nextPlace(alike, 9), nextPlace(alike, 3)]).toEqual([9, 1, 9])
})
