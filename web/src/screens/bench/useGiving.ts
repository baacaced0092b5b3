import { shallowRef, type ShallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { asFailure, post, type Failure } from '../../api/client'
import type { UsedDraft } from './useDraft'

/** Giving a draft to the reports, and making a report of it: a report shows what was given, so that comes first. */
export function useGiving(draft: UsedDraft): {
  failed: ShallowRef<Failure | undefined>
  busy: ShallowRef<boolean>
  giveToReports: () => Promise<void>
  makeReport: () => Promise<void>
} {
  const router = useRouter()
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
      const { id } = await post<{ id: string }>(`/queries/${draft.query.value.id}/reports`, {})
      await router.push(`/reports/${id}/making`)
    })
  return { failed, busy, giveToReports, makeReport }
}
