import { inject, shallowRef, type ShallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { project } from '../../../api/client'
import { type Failure, asFailure } from '../../../api/failure'
import type { CachePolicy } from '../../../api/types'
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
  type Change = { sourceParameter: string } | CachePolicy
  async function update(change: Change): Promise<boolean> {
    await attempt(async () => {
      await draft.settle()
      const { id, version } = draft.query.value
      draft.query.value = await project.patch('/queries/{id}', {
        params: { path: { id } },
        body: { ...change, version },
      })
    })
    return !failed.value
  }

  async function changeWithUndo(label: string, before: Change, after: Change): Promise<void> {
    if (!(await update(after))) return
    history?.add({ label, undo: () => update(before), redo: () => update(after) })
  }
  const askBy = (sourceParameter: string): Promise<void> =>
    changeWithUndo('the source', { sourceParameter: draft.query.value.sourceParameter }, { sourceParameter })
  const askFrom = (from: CachePolicy): Promise<void> => {
    const { storedCopy, cacheSeconds } = draft.query.value
    return changeWithUndo('the cache policy', { storedCopy, cacheSeconds }, from)
  }
  return { failed, busy, giveToReports, makeReport, askBy, askFrom }
}
