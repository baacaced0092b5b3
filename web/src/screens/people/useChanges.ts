import { shallowRef, type ShallowRef } from 'vue'
import { ask, asFailure, type Failure } from '../../api/client'

const CONFLICT = 409

/** Changes something of people or groups, then reads them again. */
export function useChanges(changed: () => unknown): {
  failure: ShallowRef<Failure | undefined>
  change: <T>(address: string, method: string, body?: unknown) => Promise<T | undefined>
} {
  const failure = shallowRef<Failure>()

  async function change<T>(address: string, method: string, body: unknown = {}): Promise<T | undefined> {
    try {
      failure.value = undefined
      const answer = await ask<T>(address, { method, body: JSON.stringify(body) })
      await changed()
      return answer
    } catch (error) {
      const why = asFailure(error)
      /* Someone was faster: the next change is made of what they have left. */
      if (why.status === CONFLICT) await changed()
      failure.value = why
      return undefined
    }
  }
  return { failure, change }
}
