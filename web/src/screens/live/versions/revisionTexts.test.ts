import { expect, it } from 'vitest'
import type { RehearsalState } from '../../../api/types'
import { rehearsedInWords, thingsInWords } from './revisionTexts'

it('counts objects', () => {
  expect([0, 1, 2].map(thingsInWords)).toEqual(['its name or order', '1 object', '2 objects'])
})

const line = (verdict: string, millis: number): RehearsalState['cases'][number] =>
  ({ verdict, millis }) as RehearsalState['cases'][number]

it('describes a rehearsal, failures first', () => {
  const state = { status: 'DONE', done: 3, total: 3, findings: [], startedAt: '' } as unknown as RehearsalState
  expect(rehearsedInWords(undefined)).toBe('not rehearsed yet')
  expect(rehearsedInWords({ ...state, state: 'running', completed: 1, cases: [] })).toBe('1 of 3 tried …')
  expect(rehearsedInWords({ ...state, cases: [line('passed', 5), line('refused', 1), line('passed', 212)] })).toBe(
    '3 of 3 passed, slowest 212 ms',
  )
  expect(rehearsedInWords({ ...state, cases: [line('failed', 0), line('slow', 1500), line('passed', 212)] })).toMatch(
    /^1 of 3 passed, 1 failed, 1 slow, slowest /,
  )
})
