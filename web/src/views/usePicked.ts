import { ref, type Ref } from 'vue'
import type { ColumnFilter, View } from '../api/types'
import type { ViewRunContext, Picked } from './useViewRun'

/** A group of a view, as the other views are filtered by it. */
export function pickedIn(view: View, asked: ViewRunContext, label: string, filter: ColumnFilter): Picked {
  const title = asked.titles.value[view.id] ?? view.title
  return { viewId: view.id, queryId: view.queryId, title, label, filter }
}

/** Picks one group of each view. Picking the same again releases it. */
export function togglePick(picked: Picked[], one: Picked): Picked[] {
  const again = picked.some(other => other.viewId === one.viewId && other.label === one.label)
  return [...picked.filter(other => other.viewId !== one.viewId), ...(again ? [] : [one])]
}

/** Selections of a page without an address. */
export function usePicked(): { picked: Ref<Picked[]>; pick: (one: Picked) => void } {
  const picked = ref<Picked[]>([])
  return { picked, pick: one => (picked.value = togglePick(picked.value, one)) }
}
