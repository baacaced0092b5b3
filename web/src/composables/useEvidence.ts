import { onScopeDispose, shallowRef, watch, type ShallowRef } from 'vue'
import { project } from '../api/client'
import { asFailure } from '../api/failure'
import type { Evidence } from '../api/types'
import type { Loaded } from './useLoaded'

/** The evidence of a statement, requested after its rows; nothing is requested without a statement. */
export function useEvidence(sentId: () => number | undefined): {
  proof: ShallowRef<Loaded<Evidence> | undefined>
  measure: () => Promise<void>
} {
  const proof = shallowRef<Loaded<Evidence>>()
  let current: AbortController | undefined

  async function ask(measured: boolean): Promise<void> {
    current?.abort()
    current = undefined
    const id = sentId()
    if (id === undefined) return void (proof.value = undefined)
    const mine = (current = new AbortController())
    proof.value = { status: 'loading' }
    try {
      const data = await project.post(measured ? '/sent/{id}/measured-evidence' : '/sent/{id}/evidence', {
        params: { path: { id } },
        signal: mine.signal,
      })
      if (mine === current) proof.value = { status: 'ready', data }
    } catch (error) {
      if (mine === current) proof.value = { status: 'failed', failure: asFailure(error) }
    }
  }

  watch(sentId, () => void ask(false), { immediate: true })
  onScopeDispose(() => {
    current?.abort()
    current = undefined
  })
  return { proof, measure: () => ask(true) }
}
