import { computed, ref, watch, type ComputedRef, type Ref } from 'vue'
import { onBack } from '../api/connectionState'
import { Unreachable } from '../api/failure'
import type { Choices, ColumnFilter, Report, QuestionPart, View, ViewRunRequest } from '../api/types'
import type { Run } from '../api/runs'
import { lastAnswer, useRun } from '../composables/useRun'
import type { Waiting } from './useShowing'
import type { CacheRefresh } from './useKept'

export interface Sorted {
  column: string
  descending: boolean
}

/** A bar, point or group that a reader picked: the other views of the same query show only its rows. */
export interface Picked {
  viewId: string
  queryId: string
  title: string
  label: string
  filter: ColumnFilter
}

/** The context in which the views of a report run. */
export interface ViewRunContext {
  /** Runs one of its views: published, or in a draft. */
  run: (view: string, body: ViewRunRequest) => Run
  report: Report
  choices: Ref<Choices>
  picked: Ref<Picked[]>
  signed: Ref<string>
  waiting: Ref<Waiting>
  /** Its cached results. */
  kept: CacheRefresh
  /** The rendered titles and texts of views, by ID. */
  titles: ComputedRef<Record<string, string>>
  /** The date ranges that figures are compared with, by the IDs of the views. */
  comparedPeriods: ComputedRef<Record<string, string>>
  notes: ComputedRef<Record<string, QuestionPart[]>>
}

/** Options of a view's run. */
export interface ViewRunOptions {
  /** main, compared, totals, or under and the number of levels above; main by default. */
  part?: string
  sorted?: Ref<Sorted | undefined>
  /** The number of displayed pages of rows; one by default. */
  pages?: Ref<number>
  /** The enclosing groups. */
  under?: ColumnFilter[]
}

/**
 * Runs one view whenever a choice that its statement depends on changes, and only then. Unknown choices
 * are included, so that the server can report them.
 */
export function useViewRun(view: View, asked: ViewRunContext, wanted: ViewRunOptions = {}) {
  const { state, start, stop } = useRun()
  const { run, report, choices, picked, signed, waiting, kept } = asked
  const known = new Set(report.parameters.map(parameter => parameter.name))
  const mine = new Set(report.viewParameters[view.id] ?? [])
  const sorted = wanted.sorted ?? ref<Sorted>()
  const pages = wanted.pages ?? ref(1)
  const relevant = computed(() =>
    Object.fromEntries(Object.entries(choices.value).filter(([name]) => mine.has(name) || !known.has(name))),
  )
  /* Groups are picked by an output column of one query; other queries do not have it, and the grouped view itself stays complete. */
  const filters = computed(() => [
    ...picked.value
      .filter(one => one.queryId === view.queryId && !view.groupBy.includes(one.filter.column))
      .map(one => one.filter),
    ...(wanted.under ?? []),
  ])
  /* Request without its row count. */
  const question = computed(() =>
    JSON.stringify({
      choices: relevant.value,
      sortBy: sorted.value?.column ?? '',
      descending: sorted.value?.descending ?? false,
      filters: filters.value,
      linkToken: signed.value,
      part: wanted.part ?? '',
    }),
  )
  watch(question, () => (pages.value = 1), { flush: 'sync' })
  const body = computed(() => JSON.stringify({ ...(JSON.parse(question.value) as object), pages: pages.value }))

  const rerun = (): Promise<void> => start(run(view.id, JSON.parse(body.value) as object))
  kept.follow(
    () => lastAnswer(state.value)?.kept ?? '',
    () => void start(run(view.id, { ...(JSON.parse(body.value) as object), refresh: true })),
  )
  /* Requested as soon as it is chosen, before the page is rendered. */
  watch(
    [body, waiting],
    ([, wait]) => {
      if (wait === 'no') void rerun()
    },
    { immediate: true, flush: 'sync' },
  )
  onBack(
    () => waiting.value === 'no' && state.value.status === 'failed' && state.value.failure instanceof Unreachable,
    () => void rerun(),
  )
  return { state, rerun, stop, filters, question }
}

export type ViewRun = ReturnType<typeof useViewRun>
