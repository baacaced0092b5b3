import { computed, onScopeDispose, shallowReactive, type ComputedRef } from 'vue'

/** The cached results of a page, where an author allows caching. */
export interface CacheRefresh {
  /** The time of the oldest one; empty if nothing is cached. */
  since: ComputedRef<string>
  /** Refreshes all of them. */
  askAgain: () => void
  /** Registers a part of the page: the time of its cached result, or empty, and its refresh. */
  follow: (since: () => string, again: () => void) => void
}

export function useKept(): CacheRefresh {
  const parts = shallowReactive(new Set<{ since: () => string; again: () => void }>())
  const kept = computed(() => [...parts].filter(part => part.since() !== ''))
  return {
    since: computed(() => kept.value.map(part => part.since()).sort()[0] ?? ''),
    askAgain: () => kept.value.forEach(part => part.again()),
    follow: (since, again) => {
      const part = { since, again }
      parts.add(part)
      onScopeDispose(() => parts.delete(part))
    },
  }
}
