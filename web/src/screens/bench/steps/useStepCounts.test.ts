import { effectScope, nextTick, ref, shallowRef } from 'vue'
import { expect, it, vi } from 'vitest'
import type { StepsAnalysis } from '../../../api/types'
import { useStepCounts } from './useStepCounts'

const rows = vi.hoisted(() => vi.fn(() => Promise.resolve({ rows: [[3]] })))
vi.mock('../runQuery', () => ({ runQuery: () => rows }))

const reading = shallowRef({ steps: [] } as unknown as StepsAnalysis)

it('keeps the counts of steps before a change, and drops those after it', async () => {
  const text = ref('steps 1\nfrom crossings\nwhere a = 1\nfirst 5 rows')
  const scope = effectScope()
  const { count, countOf } = scope.run(() => useStepCounts('q', text, () => ({}), reading)) ?? expect.fail()
  await count(0)
  await count(2)
  text.value = 'steps 1\nfrom crossings\nwhere a = 2\nfirst 5 rows'
  await nextTick()
  expect(countOf(0)?.rows).toBe(3)
  expect(countOf(2)).toBeUndefined()
  scope.stop()
})

it('does not read a long text while nothing is counted', async () => {
  const choices = vi.fn(() => ({}))
  const text = ref('select 1')
  const scope = effectScope()
  scope.run(() => useStepCounts('q', text, choices, reading))
  text.value = Array.from({ length: 3000 }, (_one, i) => `or a = ${i}`).join('\n')
  await nextTick()
  expect(choices).not.toHaveBeenCalled()
  scope.stop()
})
