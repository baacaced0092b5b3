import { onScopeDispose, shallowRef, type ShallowRef } from 'vue'
import { type Failure, asFailure } from '../api/failure'
import type { RunResult, PartialResult } from '../api/resultStream'
import type { Run } from '../api/runs'

/**
 * The state of a run. Some runs of a page are concurrent, others wait for a slot; a run may be queued
 * at its source. The last result stays available meanwhile, and after a failure.
 */
export type RunState =
  | { status: 'idle' }
  | { status: 'waiting'; last?: RunResult }
  | { status: 'running'; since: number; behind: number; last?: RunResult; arriving?: PartialResult }
  | { status: 'done'; answer: RunResult }
  | { status: 'stopped'; last?: RunResult }
  | { status: 'failed'; failure: Failure; last?: RunResult }

export interface UseRun {
  state: ShallowRef<RunState>
  start: (run: Run) => Promise<void>
  stop: () => void
}

/** The rows to display: arriving ones, otherwise the last result. */
export function hereSoFar(state: RunState): PartialResult | undefined {
  return (state.status === 'running' ? state.arriving : undefined) ?? lastAnswer(state)
}

/** Whether a result is pending. */
export const isUnderWay = (state: RunState): boolean => state.status === 'waiting' || state.status === 'running'

export function lastAnswer(state: RunState): RunResult | undefined {
  if (state.status === 'done') return state.answer
  return state.status === 'idle' ? undefined : state.last
}

/** The minimum interval between renderings of arriving rows; a complete result is displayed at once. */
const BETWEEN_ROWS_MS = 200

/** Executes one run at a time. A newer run cancels the older one at the database; its late result is ignored. */
export function useRun(): UseRun {
  const state = shallowRef<RunState>({ status: 'idle' })
  let current: AbortController | undefined

  function cancelCurrent(): void {
    const mine = current
    current = undefined
    mine?.abort()
  }

  async function start(run: Run): Promise<void> {
    cancelCurrent()
    const mine = (current = new AbortController())
    const last = lastAnswer(state.value)
    let since = Date.now()
    let shown = since
    state.value = { status: 'waiting', last }
    const asked = (): void => {
      if (mine !== current) return
      since = shown = Date.now()
      state.value = { status: 'running', since, behind: 0, last }
    }
    const behind = (others: number): void => {
      if (mine !== current) return
      state.value = { status: 'running', since, behind: others, last }
    }
    const arriving = ({ started, rows }: PartialResult): void => {
      if (mine !== current || Date.now() - shown < BETWEEN_ROWS_MS) return
      shown = Date.now()
      state.value = { status: 'running', since, behind: 0, last, arriving: { started, rows: rows.slice() } }
    }
    try {
      const answer = await run(mine.signal, { asked, behind, arriving })
      if (mine === current) state.value = { status: 'done', answer }
    } catch (error) {
      if (mine === current) state.value = { status: 'failed', failure: asFailure(error), last }
    } finally {
      if (mine === current) current = undefined
    }
  }

  function stop(): void {
    if (!current) return
    const last = lastAnswer(state.value)
    cancelCurrent()
    state.value = { status: 'stopped', last }
  }

  onScopeDispose(cancelCurrent)
  return { state, start, stop }
}
