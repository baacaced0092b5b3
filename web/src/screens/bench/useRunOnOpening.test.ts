import { effectScope, ref } from 'vue'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { project } from '../../api/client'
import type { QueryCheck } from '../../api/types'
import type { RunState } from '../../composables/useRun'
import { useRunOnOpening } from './useRunOnOpening'

const NO_PROBLEMS: QueryCheck = { parameters: [], marks: [], problems: [], notices: [], hardCodedValues: [] }
let source: { runOnOpening: boolean } | Error
beforeEach(() => {
  source = { runOnOpening: true }
  vi.spyOn(project, 'get').mockImplementation((() =>
    source instanceof Error ? Promise.reject(source) : Promise.resolve(source)) as typeof project.get)
})
afterEach(() => {
  vi.restoreAllMocks()
  localStorage.clear()
})

async function runs(opened: string, { typed = opened, leaves = false, check = NO_PROBLEMS } = {}): Promise<boolean> {
  const run = vi.fn()
  const text = ref(opened)
  const state = ref<RunState>({ status: 'idle' })
  const scope = effectScope()
  const { open } = scope.run(() => useRunOnOpening('ferries', text, state)) ?? expect.fail()
  const opening = open(check, run)
  text.value = typed
  if (leaves) scope.stop()
  await opening
  scope.stop()
  return run.mock.calls.length > 0
}

it('runs a query that can be run', async () => {
  expect(await runs('select 1')).toBe(true)
})

it.each(['', 'call late(1)', '-- why\n/* or not */ CALL late(1)', '# why\n{ call late(1) }'])(
  'does not run “%s”',
  async text => expect(await runs(text)).toBe(false),
)

it('does not run what was edited, left, or has problems', async () => {
  expect(await runs('select 1', { typed: 'select 2' })).toBe(false)
  expect(await runs('select 1', { leaves: true })).toBe(false)
  const problems = [{}] as QueryCheck['problems']
  expect(await runs('select 1', { check: { ...NO_PROBLEMS, problems } })).toBe(false)
})

it('does not run if the author or the source disables it, or the source is unknown', async () => {
  localStorage.setItem('plainsieve.bench.run-on-opening', 'off')
  expect(await runs('select 1')).toBe(false)
  localStorage.clear()
  source = { runOnOpening: false }
  expect(await runs('select 1')).toBe(false)
  source = new Error('gone')
  expect(await runs('select 1')).toBe(false)
})
