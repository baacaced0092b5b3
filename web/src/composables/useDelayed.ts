import { onScopeDispose, ref, watch, type Ref } from 'vue'

/**
 * Whether a state has lasted for some time. Shorter states cause no rendering.
 *
 * @param what its name; a change restarts the time; undefined without a state
 */
export function useDelayed(what: () => string | undefined, afterMs: number): Ref<boolean> {
  const late = ref(false)
  let waiting: ReturnType<typeof setTimeout> | undefined
  watch(
    what,
    now => {
      clearTimeout(waiting)
      late.value = false
      if (now !== undefined) waiting = setTimeout(() => (late.value = true), afterMs)
    },
    { immediate: true },
  )
  onScopeDispose(() => clearTimeout(waiting))
  return late
}
