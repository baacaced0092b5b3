import { computed, type ComputedRef } from 'vue'
import { get } from '../../api/client'
import type { DataAge } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'

/** How old the data of a report are, beside when it was asked; nothing while that is not known. */
export function useDataAge(reportId: string, signed: string): ComputedRef<DataAge | undefined> {
  const { state } = useLoaded(signal =>
    get<DataAge>(`/reports/${encodeURIComponent(reportId)}/data-age?signed=${encodeURIComponent(signed)}`, signal),
  )
  return computed(() => (state.value.status === 'ready' ? state.value.data : undefined))
}
