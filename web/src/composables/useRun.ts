import { onScopeDispose, shallowRef, type ShallowRef } from 'vue'
import { asFailure, type Failure } from '../api/client'
import { newRunId, run as send, stop as stopAtDatabase, type Answer } from '../api/runs'

/** How a run stands. While one runs or after one failed, the last answer may still be shown. */
export type RunState =
  | { status: 'idle' }
  | { status: 'running'; since: number; last?: Answer }
  | { status: 'done'; answer: Answer }
  | { status: 'stopped'; last?: Answer }
  | { status: 'failed'; failure: Failure; last?: Answer }

export interface UseRun {
  state: ShallowRef<RunState>
  start: (path: string, body: object) => Promise<void>
  stop: () => void
}

export function lastAnswer(state: RunState): Answer | undefined {
  if (state.status === 'done') return state.answer
  return state.status === 'idle' ? undefined : state.last
}

/** Runs one thing at a time. A newer run stops the older one at the database; its late answer is ignored. */
export function useRun(): UseRun {
  const state = shallowRef<RunState>({ status: 'idle' })
  let current: { id: string; abort: AbortController } | undefined

  function cancelCurrent(): void {
    if (!current) return
    stopAtDatabase(current.id)
    current.abort.abort()
    current = undefined
  }

  async function start(path: string, body: object): Promise<void> {
    cancelCurrent()
    const mine = (current = { id: newRunId(), abort: new AbortController() })
    const last = lastAnswer(state.value)
    state.value = { status: 'running', since: Date.now(), last }
    try {
      const answer = await send(path, { ...body, runId: mine.id }, mine.abort.signal)
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
