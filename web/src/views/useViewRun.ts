import { computed, watch, type Ref } from 'vue'
import type { Choices, ColumnFilter, Report, View } from '../api/types'
import { useRun } from '../composables/useRun'
import type { Waiting } from '../screens/reader/useShowing'

export interface Sorted {
  column: string
  descending: boolean
}

/** A bar that a reader picked: the other views of the same query show only its rows. */
export interface Picked {
  queryId: string
  title: string
  label: string
  filter: ColumnFilter
}

/** What every view of a report runs with. */
export interface Asked {
  /** Where its views are run: what viewers have, or a draft. */
  path: string
  report: Report
  choices: Ref<Choices>
  picked: Ref<Picked[]>
  signed: Ref<string>
  waiting: Ref<Waiting>
}

/**
 * Runs one view whenever a choice that its statement depends on changes, and only then. Choices the report does not know
 * go along, so that the server can say so.
 */
export function useViewRun(view: View, asked: Asked, sorted?: Ref<Sorted | undefined>) {
  const { state, start, stop } = useRun()
  const { path, report, choices, picked, signed, waiting } = asked
  const known = new Set(report.parameters.map(parameter => parameter.name))
  const mine = new Set(report.viewParameters[view.id] ?? [])
  const relevant = computed(() =>
    Object.fromEntries(Object.entries(choices.value).filter(([name]) => mine.has(name) || !known.has(name))),
  )
  /* Bars are picked by an output column of one query; other queries do not have it, and the bars themselves stay whole. */
  const filters = computed(() =>
    picked.value
      .filter(one => one.queryId === view.queryId && one.filter.column !== view.groupBy)
      .map(one => one.filter),
  )
  const body = computed(() =>
    JSON.stringify({
      choices: relevant.value,
      sortBy: sorted?.value?.column ?? '',
      descending: sorted?.value?.descending ?? false,
      filters: filters.value,
      signed: signed.value,
    }),
  )

  const rerun = (): Promise<void> => start(`${path}/views/${view.id}/run`, JSON.parse(body.value) as object)
  watch(
    [body, waiting],
    ([, wait]) => {
      if (wait === 'no') void rerun()
    },
    { immediate: true },
  )
  return { state, rerun, stop, filters }
}

export type ViewRun = ReturnType<typeof useViewRun>
