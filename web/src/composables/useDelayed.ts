import { onScopeDispose, ref, watch, type Ref } from 'vue'

/**
 * Whether something has been as it is for so long. Shorter states are not reported and cause no rendering.
 *
 * @param what its name, which begins the time again when it changes; nothing while there is nothing to tell
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
