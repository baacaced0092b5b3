import { computed, type ComputedRef } from 'vue'
import { project } from '../../api/client'
import { stage } from '../../api/stage'
import { useLoaded } from '../../composables/useLoaded'

/** The stage of the bench: its settings as text, and the parameters they affect. */
export function useBenchStage(): { clauses: ComputedRef<string[]>; staged: ComputedRef<Set<string>> } {
  const { state } = useLoaded(signal => project.get('/stages', { signal }))
  const now = computed(() =>
    state.value.status === 'ready' ? state.value.data.find(one => one.name === stage.value) : undefined,
  )
  return {
    clauses: computed(() => now.value?.description ?? []),
    staged: computed(() => new Set(Object.keys(now.value?.defaults ?? {}))),
  }
}
