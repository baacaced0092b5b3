import { computed, type ComputedRef } from 'vue'
import { project } from '../../../api/client'
import type { ParameterOverview, Query } from '../../../api/types'
import { useLoaded } from '../../../composables/useLoaded'
import type { KnownNames } from '../../../query/knownNames'

/** Completions of a query: the names of its source, as far as known, and the project's parameters. */
export function useKnownNames(query: () => Query, uses: () => ParameterOverview[]): ComputedRef<KnownNames> {
  const { state } = useLoaded(signal =>
    project.get('/sources/{id}/contents', { params: { path: { id: query().source } }, signal }),
  )
  /* The query changes with each save; its names do not. */
  const source = computed(() => query().sourceName)
  return computed(() => ({
    source: source.value,
    tables: Object.fromEntries(
      state.value.status === 'ready'
        ? state.value.data.tables.map(table => [table.name, table.columns.map(column => column.name)])
        : [],
    ),
    functions: state.value.status === 'ready' ? state.value.data.functions.map(found => found.name) : [],
    parameters: uses().map(use => ({ name: use.definition.name, words: use.definition.label })),
  }))
}
