import { computed, type ComputedRef } from 'vue'

/**
 * A computed value that keeps its identity while it is equal, so that dependents are not rendered again. For small
 * values, which are compared as JSON.
 */
export const steady = <T>(what: () => T): ComputedRef<T> =>
  computed<T>(before => {
    const now = what()
    return before !== undefined && JSON.stringify(before) === JSON.stringify(now) ? before : now
  })
