import { computed, type ComputedRef, type ShallowRef } from 'vue'
import { project } from '../../api/client'
import type { Failure } from '../../api/failure'
import type { EditedReport, SentenceOption, ViewProposal } from '../../api/types'
import { useDraft } from './useDraft'

export type Step = 'remove' | 'copy' | 'up' | 'down'

export interface UsedEditor {
  made: ShallowRef<EditedReport>
  failure: ShallowRef<Failure | undefined>
  busy: ShallowRef<boolean>
  conflict: ShallowRef<(() => Promise<void>) | undefined>
  merged: ShallowRef<boolean>
  sentenceOf: ComputedRef<Map<string, EditedReport['objects'][number]['sentence']>>
  offers: (thing: string, mark: string) => Promise<SentenceOption[]>
  take: (thing: string, mark: string, taken: string) => Promise<void>
  step: (thing: string, step: Step) => Promise<void>
  place: (thing: string, at: number) => Promise<void>
  size: (view: string, width: number, height: number) => Promise<void>
  addView: (proposal: ViewProposal) => Promise<void>
  addControl: (parameter: string) => Promise<void>
  say: (words: { name: string; audience: string; question: string }) => Promise<void>
  /** Moves the row limit of a query to the tables; changes the query and cannot be undone here. */
  moveLimit: (query: string) => Promise<boolean>
  give: (why: string) => Promise<boolean>
  drop: () => Promise<void>
}

const wordsOf = ({ report }: EditedReport) => ({
  name: report.name,
  audience: report.audience,
  question: report.question,
})

/** The actions of the report editor. */
export function useEditor(loaded: EditedReport): UsedEditor {
  const { made, failure, busy, params, version, attempt, change, conflict, merged } = useDraft(loaded)
  const sentenceOf = computed(() => new Map(made.value.objects.map(thing => [thing.object, thing.sentence])))
  const seen = (thing: string): string => (sentenceOf.value.get(thing) ?? []).map(piece => piece.text).join('')
  /* The body of a change with the current version. */
  const changeOf = <B extends object>(body: B) => ({ params, body: { ...body, version: version() } })
  const offers = (thing: string, mark: string): Promise<SentenceOption[]> =>
    project.get('/reports/{id}/editor/options', { params: { ...params, query: { object: thing, mark } } })
  const take = (thing: string, mark: string, taken: string) =>
    change('the change of a sentence', () =>
      project.put('/reports/{id}/editor/marks', changeOf({ object: thing, mark, option: taken, seen: seen(thing) })),
    )
  const step = (thing: string, step: Step) =>
    change(step === 'remove' ? 'the removal' : step === 'copy' ? 'the copy' : 'the move', () =>
      project.post('/reports/{id}/editor/steps', changeOf({ object: thing, action: step, seen: seen(thing) })),
    )
  const place = (thing: string, at: number) =>
    change('the move', () => project.post('/reports/{id}/editor/places', changeOf({ object: thing, index: at })))
  const size = (view: string, width: number, height: number) =>
    change('the new size', () => {
      const look = made.value.report.definition.views.find(one => one.id === view)?.layout
      const seen = { seenWidth: look?.width ?? 0, seenHeight: look?.height ?? 0 }
      return project.post('/reports/{id}/editor/sizes', changeOf({ view, width, height, ...seen }))
    })
  const addView = ({ id, queryId }: ViewProposal) =>
    change('the new view', () => project.post('/reports/{id}/editor/views', changeOf({ id, queryId })))
  const addControl = (parameter: string) =>
    change('the new control', () => project.post('/reports/{id}/editor/controls', changeOf({ parameter })))
  const say = (words: { name: string; audience: string; question: string }) =>
    change('the words', () =>
      project.put('/reports/{id}/editor/words', changeOf({ ...words, seen: wordsOf(made.value) })),
    )
  const moveLimit = (query: string) =>
    attempt(async () => {
      await project.post('/queries/{id}/limit-to-tables', { params: { path: { id: query } } })
      return project.get('/reports/{id}/editor', { params })
    })
  const give = (why: string) =>
    attempt(() =>
      project.post('/reports/{id}/editor/publish', {
        params: { ...params, query: { reason: why } },
        body: { version: version() },
      }),
    )
  const drop = () =>
    change('discarding changes', () =>
      project.remove('/reports/{id}/editor', { params: { ...params, query: { version: version() } } }),
    )

  return {
    made,
    failure,
    busy,
    conflict,
    merged,
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
