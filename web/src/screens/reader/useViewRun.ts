import { computed, watch, type Ref } from 'vue'
import type { Choices, ColumnFilter, Problem, Report, View } from '../../api/types'
import { useRun } from '../../composables/useRun'

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

/**
 * Runs one view whenever a choice that its statement depends on changes, and only then. Choices the report does not know
 * go along, so that the server can say so.
 */
export function useViewRun(
  report: Report,
  view: View,
  choices: Ref<Choices>,
  onProblems: (problems: Problem[]) => void,
  picked: Ref<Picked[]>,
  sorted?: Ref<Sorted | undefined>,
) {
  const { state, start, stop } = useRun()
  const known = new Set(report.parameters.map(parameter => parameter.name))
  const mine = new Set(report.viewParameters[view.id] ?? [])
  const relevant = computed(() =>
    Object.fromEntries(Object.entries(choices.value).filter(([name]) => mine.has(name) || !known.has(name))),
  )
  /* Bars are picked by an output column of one query; other queries do not have it, and the bars themselves stay whole. */
  const filters = computed(() => picked.value.filter(one => one.queryId === view.queryId && one.filter.column !== view.groupBy).map(one => one.filter))
  const body = computed(() => JSON.stringify({
    choices: relevant.value, sortBy: sorted?.value?.column ?? '', descending: sorted?.value?.descending ?? false, filters: filters.value,
  }))

  async function rerun(): Promise<void> {
    await start(`/api/reports/${report.id}/views/${view.id}/run`, JSON.parse(body.value) as object)
    if (state.value.status === 'failed') onProblems(state.value.failure.problems)
    else if (state.value.status === 'done') onProblems([])
  }

  watch(body, () => void rerun(), { immediate: true })
  return { state, rerun, stop }
}

export type ViewRun = ReturnType<typeof useViewRun>
