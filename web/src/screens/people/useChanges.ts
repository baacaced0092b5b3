import { shallowRef, type ShallowRef } from 'vue'
import { type Failure, asFailure } from '../../api/failure'

const CONFLICT = 409

/** Changes users or groups, then reloads them. */
export function useChanges(changed: () => unknown): {
  failure: ShallowRef<Failure | undefined>
  /** Does the work; nothing where that failed. */
  change: <T>(work: () => Promise<T>) => Promise<T | undefined>
} {
  const failure = shallowRef<Failure>()

  async function change<T>(work: () => Promise<T>): Promise<T | undefined> {
    try {
      failure.value = undefined
      const answer = await work()
      await changed()
      return answer
    } catch (error) {
      const why = asFailure(error)
      /* After a conflict, the next change is based on the current state. */
      if (why.status === CONFLICT) await changed()
      failure.value = why
      return undefined
    }
  }
  return { failure, change }
}
