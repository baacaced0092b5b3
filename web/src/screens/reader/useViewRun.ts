import { computed, watch, type Ref } from 'vue'
import type { Choices, Problem, Report, View } from '../../api/types'
import { useRun } from '../../composables/useRun'

export interface Sorted {
  column: string
  descending: boolean
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
  sorted?: Ref<Sorted | undefined>,
) {
  const { state, start, stop } = useRun()
  const known = new Set(report.parameters.map(parameter => parameter.name))
  const mine = new Set(report.viewParameters[view.id] ?? [])
  const relevant = computed(() =>
    Object.fromEntries(Object.entries(choices.value).filter(([name]) => mine.has(name) || !known.has(name))),
  )
  const body = computed(() => JSON.stringify({
    choices: relevant.value, sortBy: sorted?.value?.column ?? '', descending: sorted?.value?.descending ?? false,
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
