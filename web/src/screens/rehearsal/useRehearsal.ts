import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { project } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
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
  const path = '/reports/{id}/rehearsal'
  const init = { params: { path: { id: reportId } } }
  const state = shallowRef<RehearsalState>()
  const failed = shallowRef<Failure>()
  const asked = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined

  async function take(work: () => Promise<RehearsalState>): Promise<void> {
    clearTimeout(timer)
    try {
      state.value = await work()
      failed.value = undefined
      if (state.value.state === 'running') timer = setTimeout(() => void take(() => project.get(path, init)), ASK_EVERY)
    } catch (error) {
      const failure = asFailure(error)
      failed.value = failure.status === 404 && !state.value ? undefined : failure
    } finally {
      asked.value = true
    }
  }

  void take(() => project.get(path, init))
  onScopeDispose(() => clearTimeout(timer))
  return {
    state,
    failed,
    asked,
    start: () => take(() => project.post(path, init)),
    stop: () => take(() => project.remove(path, init)),
    resume: () => take(() => project.put(path, init)),
  }
}
