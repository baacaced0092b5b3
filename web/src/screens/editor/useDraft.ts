import { inject, shallowRef, watch, type ShallowRef } from 'vue'
import { project } from '../../api/client'
import { Failure, asFailure } from '../../api/failure'
import type { EditedReport } from '../../api/types'
import { historyKey } from '../../composables/useHistory'

const changedMeanwhile = (): Failure =>
  new Failure(409, 'The report was changed by someone else, so this cannot be undone.', 'Change it in place.')

export interface Draft {
  made: ShallowRef<EditedReport>
  failure: ShallowRef<Failure | undefined>
  busy: ShallowRef<boolean>
  /** The path parameters of calls. */
  params: { path: { id: string } }
  version: () => number
  /** Tries something that cannot be undone. */
  attempt: (work: () => Promise<EditedReport>) => Promise<boolean>
  /** Changes the draft; the change can be undone. */
  change: (label: string, work: () => Promise<EditedReport>) => Promise<void>
  /** A change that conflicted with a colleague's: repeating it overwrites theirs. */
  conflict: ShallowRef<(() => Promise<void>) | undefined>
  /** Whether the last change was merged with one of a colleague. */
  merged: ShallowRef<boolean>
}

/** The draft of a report. Every change is saved at once, one after the other, and can be undone. */
export function useDraft(loaded: EditedReport): Draft {
  const history = inject(historyKey, undefined)
  const made = shallowRef(loaded)
  const failure = shallowRef<Failure>()
  const busy = shallowRef(false)
  const conflict = shallowRef<() => Promise<void>>()
  const merged = shallowRef(false)
  const params = { path: { id: loaded.report.id } }
  const version = (): number => made.value.report.version

  let queue: Promise<unknown> = Promise.resolve()

  /* Changes are sequential, each based on the result of the previous one: no click or typed text is lost. */
  function attempt(work: () => Promise<EditedReport>): Promise<boolean> {
    const result = queue.then(() => attemptNow(work))
    queue = result
    return result
  }

  async function attemptNow(work: () => Promise<EditedReport>): Promise<boolean> {
    busy.value = true
    conflict.value = undefined
    merged.value = false
    try {
      made.value = await work()
      failure.value = undefined
      return true
    } catch (error) {
      failure.value = asFailure(error)
      if (failure.value.status === 409) await reload()
      return false
    } finally {
      busy.value = false
    }
  }

  async function reload(): Promise<void> {
    made.value = await project.get('/reports/{id}/editor', { params }).catch(() => made.value)
  }

  /* A step back replaces the whole draft, so it is taken only from the draft that the change had made: else a colleague's
     change in between would go with it. */
  const comeBack = (from: EditedReport['form'], to: EditedReport['form']): Promise<boolean> =>
    attempt(() => {
      if (JSON.stringify(made.value.form) !== JSON.stringify(from)) throw changedMeanwhile()
      return project.put('/reports/{id}/editor', { params, body: { ...to, version: version() } })
    })

  async function change(label: string, work: () => Promise<EditedReport>): Promise<void> {
    let before: EditedReport = made.value
    const possible = await attempt(() => {
      before = made.value
      return work()
    })
    if (!possible) {
      if (failure.value?.status === 409) conflict.value = () => change(label, work)
      return
    }
    /* Undoing it would also undo the colleague's change. */
    merged.value = version() > before.report.version + 1
    if (merged.value) return
    const [was, is] = [before.form, made.value.form]
    history?.add({ label, undo: () => comeBack(is, was), redo: () => comeBack(was, is) })
  }

  /* An undo may belong to an earlier visit of this page; its result is displayed here. */
  watch(
    () => history?.busy.value,
    stepping => {
      if (stepping === false) void reload()
    },
  )

  return { made, failure, busy, params, version, attempt, change, conflict, merged }
}
