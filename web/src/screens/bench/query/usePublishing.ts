import { inject, shallowRef, type ShallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { project } from '../../../api/client'
import { type Failure, asFailure } from '../../../api/failure'
import type { CachePolicy, Query } from '../../../api/types'
import { historyKey } from '../../../composables/useHistory'
import type { UsedDraft } from './useDraft'

/** Publishes a draft, and creates a report of it: reports show published text, so publishing comes first. */
export function usePublishing(draft: UsedDraft): {
  failed: ShallowRef<Failure | undefined>
  busy: ShallowRef<boolean>
  giveToReports: () => Promise<void>
  makeReport: () => Promise<void>
  /** Sets the parameter that selects the source; none for a fixed one. */
  askBy: (parameter: string) => Promise<void>
  /** Sets how reports get the rows. */
  askFrom: (from: CachePolicy) => Promise<void>
} {
  const router = useRouter()
  const history = inject(historyKey, undefined)
  const failed = shallowRef<Failure>()
  const busy = shallowRef(false)

  async function attempt(work: () => Promise<unknown>): Promise<void> {
    if (busy.value) return
    busy.value = true
    try {
      await work()
      failed.value = undefined
    } catch (error) {
      failed.value = asFailure(error)
    } finally {
      busy.value = false
    }
  }

  const giveToReports = () => attempt(draft.makeLive)
  const makeReport = () =>
    attempt(async () => {
      await draft.settle()
      if (draft.query.value.changed) await draft.makeLive()
      const { id } = await project.post('/queries/{id}/reports', { params: { path: { id: draft.query.value.id } } })
      await router.push(`/reports/${id}/edit`)
    })
  async function update(work: (params: { path: { id: string } }, version: number) => Promise<Query>): Promise<boolean> {
    await attempt(async () => {
      await draft.settle()
      const { id, version } = draft.query.value
      draft.query.value = await work({ path: { id } }, version)
    })
    return !failed.value
  }
  const setSource = (parameter: string) =>
    update((params, version) => project.put('/queries/{id}/source', { params, body: { parameter, version } }))
  const setFrom = (from: CachePolicy) =>
    update((params, version) => project.put('/queries/{id}/cache-policy', { params, body: { ...from, version } }))

  async function askBy(parameter: string): Promise<void> {
    const before = draft.query.value.source.sourceParameter
    if (!(await setSource(parameter))) return
    history?.add({ label: 'the source', undo: () => setSource(before), redo: () => setSource(parameter) })
  }

  async function askFrom(from: CachePolicy): Promise<void> {
    const { storedCopy: copy, cacheSeconds: keptSeconds } = draft.query.value.source
    if (!(await setFrom(from))) return
    history?.add({
      label: 'the cache policy',
      undo: () => setFrom({ storedCopy: copy, cacheSeconds: keptSeconds }),
      redo: () => setFrom(from),
    })
  }
  return { failed, busy, giveToReports, makeReport, askBy, askFrom }
}
