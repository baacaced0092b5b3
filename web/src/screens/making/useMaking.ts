import { computed, inject, shallowRef, type ComputedRef, type ShallowRef } from 'vue'
import { asFailure, ask, get, post, put, type Failure } from '../../api/client'
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

/** A report while it is made. Every change is kept at once, as a draft, and can be taken back. */
export function useMaking(loaded: Making): UsedMaking {
  const history = inject(historyKey, undefined)
  const made = shallowRef(loaded)
  const failure = shallowRef<Failure>()
  const busy = shallowRef(false)
  const path = `/reports/${encodeURIComponent(loaded.report.id)}/making`
  const version = (): number => made.value.report.version

  async function attempt(work: () => Promise<Making>): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    try {
      made.value = await work()
      failure.value = undefined
      return true
    } catch (error) {
      failure.value = asFailure(error)
      if (failure.value.status === 409) made.value = await get<Making>(path).catch(() => made.value)
      return false
    } finally {
      busy.value = false
    }
  }

  const comeBack = (form: unknown): Promise<boolean> =>
    attempt(() => put<Making>(`${path}/form`, { form, version: version() }))

  async function change(label: string, work: () => Promise<Making>): Promise<void> {
    const before = made.value.form
    if (!(await attempt(work))) return
    const after = made.value.form
    history?.add({ label, undo: () => comeBack(before), redo: () => comeBack(after) })
  }

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
