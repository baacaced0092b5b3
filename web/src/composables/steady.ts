import { computed, type ComputedRef } from 'vue'

/**
 * What is computed, the same object for as long as it says the same: nothing that depends on it is drawn again. For what is
 * small, as it is compared by its words.
 */
export const steady = <T>(what: () => T): ComputedRef<T> =>
  computed<T>(before => {
    const now = what()
    return before !== undefined && JSON.stringify(before) === JSON.stringify(now) ? before : now
  })
