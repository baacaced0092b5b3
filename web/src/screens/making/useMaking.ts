import { computed, inject, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue'
import { asFailure, ask, Failure, get, post, put } from '../../api/client'
import { inApi } from '../../api/project'
import type { Making, MarkOffer, ViewProposal } from '../../api/types'
import { historyKey } from '../../composables/useHistory'

export type Step = 'remove' | 'copy' | 'up' | 'down'

export interface UsedMaking {
  made: ShallowRef<Making>
  failure: ShallowRef<Failure | undefined>
  busy: ShallowRef<boolean>
  path: string
  sentenceOf: ComputedRef<Map<string, Making['things'][number]['sentence']>>
  offers: (thing: string, mark: string) => Promise<MarkOffer[]>
  take: (thing: string, mark: string, taken: string) => Promise<void>
  step: (thing: string, step: Step) => Promise<void>
  addView: (proposal: ViewProposal) => Promise<void>
  addControl: (parameter: string) => Promise<void>
  say: (words: { name: string; audience: string; question: string }) => Promise<void>
  give: () => Promise<boolean>
  drop: () => Promise<void>
}

const changedMeanwhile = (): Failure =>
  new Failure(
    409,
    'The report was changed by someone else since, so this cannot be taken back.',
    'Change it where it stands.',
  )

/** A report while it is made. Every change is kept at once, as a draft, and can be taken back. */
export function useMaking(loaded: Making): UsedMaking {
  const history = inject(historyKey, undefined)
  const made = shallowRef(loaded)
  const failure = shallowRef<Failure>()
  const busy = shallowRef(false)
  const path = `/reports/${encodeURIComponent(loaded.report.id)}/making`
  const version = (): number => made.value.report.version

  let queue: Promise<unknown> = Promise.resolve()

  /* One change behind the other, each on top of what came of the one before: nothing that is clicked or typed is lost. */
  function attempt(work: () => Promise<Making>): Promise<boolean> {
    const result = queue.then(() => attemptNow(work))
    queue = result
    return result
  }

  async function attemptNow(work: () => Promise<Making>): Promise<boolean> {
    busy.value = true
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
    made.value = await get<Making>(path).catch(() => made.value)
  }

  /* A step back replaces the whole draft, so it is taken only from the draft that the change had made: else a colleague's
     change in between would go with it. */
  const comeBack = (from: unknown, to: unknown): Promise<boolean> =>
    attempt(() => {
      if (JSON.stringify(made.value.form) !== JSON.stringify(from)) throw changedMeanwhile()
      return put<Making>(`${path}/form`, { form: to, version: version() })
    })

  async function change(label: string, work: () => Promise<Making>): Promise<void> {
    let before: unknown
    const possible = await attempt(() => {
      before = made.value.form
      return work()
    })
    if (!possible) return
    const [was, is] = [before, made.value.form]
    history?.add({ label, undo: () => comeBack(is, was), redo: () => comeBack(was, is) })
  }

  /* A step may be of an earlier visit to this page; what it did shows here. */
  watch(
    () => history?.busy.value,
    stepping => {
      if (stepping === false) void reload()
    },
  )

  const sentenceOf = computed(() => new Map(made.value.things.map(thing => [thing.thing, thing.sentence])))
  const offers = (thing: string, mark: string): Promise<MarkOffer[]> =>
    get<MarkOffer[]>(`${path}/offers?thing=${encodeURIComponent(thing)}&mark=${encodeURIComponent(mark)}`)
  const take = (thing: string, mark: string, taken: string) =>
    change('the change of a sentence', () => put<Making>(`${path}/mark`, { thing, mark, taken, version: version() }))
  const step = (thing: string, step: Step) =>
    change(step === 'remove' ? 'the removal' : step === 'copy' ? 'the copy' : 'the move', () =>
      post<Making>(`${path}/steps`, { thing, step, version: version() }),
    )
  const addView = ({ id, queryId }: ViewProposal) =>
    change('the new view', () => post<Making>(`${path}/views`, { id, queryId, version: version() }))
  const addControl = (parameter: string) =>
    change('the new control', () => post<Making>(`${path}/controls`, { parameter, version: version() }))
  const say = (words: { name: string; audience: string; question: string }) =>
    change('the words', () => put<Making>(`${path}/words`, { ...words, version: version() }))
  const give = () => attempt(() => post<Making>(`${path}/give`, { version: version() }))
  const drop = () =>
    change('the way back', () => ask<Making>(`${inApi(path)}?version=${version()}`, { method: 'DELETE' }))

  return { made, failure, busy, path, sentenceOf, offers, take, step, addView, addControl, say, give, drop }
}
