import { ref, type Ref } from 'vue'
import type { Picked } from './useViewRun'

/** Picks one group of each view. Picking the same again lets it go. */
export function togglePick(picked: Picked[], one: Picked): Picked[] {
  const again = picked.some(other => other.viewId === one.viewId && other.label === one.label)
  return [...picked.filter(other => other.viewId !== one.viewId), ...(again ? [] : [one])]
}

/** What is picked on a page that has no link of its own. */
export function usePicked(): { picked: Ref<Picked[]>; pick: (one: Picked) => void } {
  const picked = ref<Picked[]>([])
  return { picked, pick: one => (picked.value = togglePick(picked.value, one)) }
}
