import { expect, it } from 'vitest'
import type { RehearsalState } from '../../api/types'
import { rehearsedInWords, thingsInWords } from './words'

it('counts things in words', () => {
  expect([0, 1, 2].map(thingsInWords)).toEqual(['its name or order', '1 object', '2 objects'])
})

const line = (verdict: string, millis: number): RehearsalState['lines'][number] =>
  ({ verdict, millis }) as RehearsalState['lines'][number]

it('says how a rehearsal went, what failed first', () => {
  const state = { status: 'DONE', done: 3, total: 3, findings: [], startedAt: '' } as unknown as RehearsalState
  expect(rehearsedInWords(undefined)).toBe('not rehearsed yet')
  expect(rehearsedInWords({ ...state, status: 'RUNNING', done: 1, lines: [] })).toBe('1 of 3 tried …')
  expect(rehearsedInWords({ ...state, lines: [line('well', 5), line('refused', 1), line('well', 212)] })).toBe(
    '3 of 3 passed, slowest 212 ms',
  )
  expect(rehearsedInWords({ ...state, lines: [line('failed', 0), line('slow', 1500), line('well', 212)] })).toMatch(
    /^1 of 3 passed, 1 failed, 1 slow, slowest /,
  )
})
