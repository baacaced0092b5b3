import { ref, type Ref } from 'vue'
import type { Picked } from './useViewRun'

/** What is picked from bars, one bar of each chart. Picking the same again lets it go. */
export function usePicked(): { picked: Ref<Picked[]>; pick: (one: Picked) => void } {
  const picked = ref<Picked[]>([])

  function pick(one: Picked): void {
    const same = (other: Picked): boolean => other.queryId === one.queryId && other.filter.column === one.filter.column
    const again = picked.value.some(other => same(other) && other.label === one.label)
    picked.value = [...picked.value.filter(other => !same(other)), ...(again ? [] : [one])]
  }
  return { picked, pick }
}
