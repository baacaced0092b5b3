import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { asFailure, get, send, type Failure } from '../../api/client'
import type { RehearsalState } from '../../api/types'

const ASK_EVERY = 700

/** The rehearsal of a report, followed while it runs. */
export function useRehearsal(reportId: string): {
  state: ShallowRef<RehearsalState | undefined>
  failed: ShallowRef<Failure | undefined>
  asked: Ref<boolean>
  start: () => Promise<void>
  stop: () => Promise<void>
  resume: () => Promise<void>
} {
  const path = `/reports/${encodeURIComponent(reportId)}/rehearsal`
  const state = shallowRef<RehearsalState>()
  const failed = shallowRef<Failure>()
  const asked = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined

  async function take(work: () => Promise<RehearsalState>): Promise<void> {
    clearTimeout(timer)
    try {
      state.value = await work()
      failed.value = undefined
      if (state.value.state === 'running') timer = setTimeout(() => void take(() => get(path)), ASK_EVERY)
    } catch (error) {
      const failure = asFailure(error)
      failed.value = failure.status === 404 && !state.value ? undefined : failure
    } finally {
      asked.value = true
    }
  }
  const ask = (method: string) => take(async () => (await (await send(path, { method })).json()) as RehearsalState)

  void take(() => get(path))
  onScopeDispose(() => clearTimeout(timer))
  return { state, failed, asked, start: () => ask('POST'), stop: () => ask('DELETE'), resume: () => ask('PUT') }
}
