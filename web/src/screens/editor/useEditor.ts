import { computed, type ComputedRef, type ShallowRef } from 'vue'
import { ask, get, post, put, type Failure } from '../../api/client'
import { inApi } from '../../api/project'
import type { EditedReport, SentenceOption, ViewProposal } from '../../api/types'
import { useDraft } from './useDraft'

export type Step = 'remove' | 'copy' | 'up' | 'down'

export interface UsedEditor {
  made: ShallowRef<EditedReport>
  failure: ShallowRef<Failure | undefined>
  busy: ShallowRef<boolean>
  conflict: ShallowRef<(() => Promise<void>) | undefined>
  merged: ShallowRef<boolean>
  path: string
  sentenceOf: ComputedRef<Map<string, EditedReport['objects'][number]['sentence']>>
  offers: (thing: string, mark: string) => Promise<SentenceOption[]>
  take: (thing: string, mark: string, taken: string) => Promise<void>
  step: (thing: string, step: Step) => Promise<void>
  place: (thing: string, at: number) => Promise<void>
  size: (view: string, width: number, height: number) => Promise<void>
  addView: (proposal: ViewProposal) => Promise<void>
  addControl: (parameter: string) => Promise<void>
  say: (words: { name: string; audience: string; question: string }) => Promise<void>
  /** Moves the row limit of a query to the tables; this changes the query and cannot be undone here. */
  moveLimit: (query: string) => Promise<boolean>
  give: (why: string) => Promise<boolean>
  drop: () => Promise<void>
}

const wordsOf = ({ report }: EditedReport) => ({
  name: report.name,
  audience: report.audience,
  question: report.question,
})

/** A report while it is made: what can be done with its things. */
export function useEditor(loaded: EditedReport): UsedEditor {
  const { made, failure, busy, path, version, attempt, change, conflict, merged } = useDraft(loaded)
  const sentenceOf = computed(() => new Map(made.value.objects.map(thing => [thing.object, thing.sentence])))
  const seen = (thing: string): string => (sentenceOf.value.get(thing) ?? []).map(piece => piece.text).join('')
  const offers = (thing: string, mark: string): Promise<SentenceOption[]> =>
    get<SentenceOption[]>(`${path}/options?object=${encodeURIComponent(thing)}&mark=${encodeURIComponent(mark)}`)
  const take = (thing: string, mark: string, taken: string) =>
    change('the change of a sentence', () =>
      put<EditedReport>(`${path}/marks`, { object: thing, mark, option: taken, seen: seen(thing), version: version() }),
    )
  const step = (thing: string, step: Step) =>
    change(step === 'remove' ? 'the removal' : step === 'copy' ? 'the copy' : 'the move', () =>
      post<EditedReport>(`${path}/steps`, { object: thing, action: step, seen: seen(thing), version: version() }),
    )
  const place = (thing: string, at: number) =>
    change('the move', () => post<EditedReport>(`${path}/places`, { object: thing, index: at, version: version() }))
  const size = (view: string, width: number, height: number) =>
    change('the new size', () => {
      const look = made.value.report.definition.views.find(one => one.id === view)?.layout
      const seen = { seenWidth: look?.width ?? 0, seenHeight: look?.height ?? 0 }
      return post<EditedReport>(`${path}/sizes`, { view, width, height, ...seen, version: version() })
    })
  const addView = ({ id, queryId }: ViewProposal) =>
    change('the new view', () => post<EditedReport>(`${path}/views`, { id, queryId, version: version() }))
  const addControl = (parameter: string) =>
    change('the new control', () => post<EditedReport>(`${path}/controls`, { parameter, version: version() }))
  const say = (words: { name: string; audience: string; question: string }) =>
    change('the words', () =>
      put<EditedReport>(`${path}/words`, { ...words, seen: wordsOf(made.value), version: version() }),
    )
  const moveLimit = (query: string) =>
    attempt(async () => {
      await post(`/queries/${encodeURIComponent(query)}/limit-to-tables`, {})
      return get<EditedReport>(path)
    })
  const give = (why: string) =>
    attempt(() => post<EditedReport>(`${path}/publish?reason=${encodeURIComponent(why)}`, { version: version() }))
  const drop = () =>
    change('discarding changes', () => ask<EditedReport>(`${inApi(path)}?version=${version()}`, { method: 'DELETE' }))

  return {
    made,
    failure,
    busy,
    conflict,
    merged,
    path,
    sentenceOf,
    offers,
    take,
    step,
    place,
    size,
    addView,
    addControl,
    say,
    moveLimit,
    give,
    drop,
  }
}
