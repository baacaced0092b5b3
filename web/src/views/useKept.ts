import { computed, onScopeDispose, shallowReactive, type ComputedRef } from 'vue'

/** What of a page was asked before, where an author lets answers be taken again. */
export interface CacheRefresh {
  /** When the oldest of it had come; empty where all was asked just now. */
  since: ComputedRef<string>
  /** Has all of it asked again. */
  askAgain: () => void
  /** A part of the page: since when its answer is kept, or empty, and how it is asked again. */
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
