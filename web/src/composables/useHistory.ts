import { computed, shallowRef, type ComputedRef, type InjectionKey, type ShallowRef } from 'vue'

/** An edit that can be undone and redone. Both return whether they succeeded. */
export interface Edit {
  /** Its description, as on a button: "the type of :port". */
  label: string
  undo: () => Promise<boolean>
  redo: () => Promise<boolean>
}

export interface History {
  done: ComputedRef<Edit | undefined>
  undone: ComputedRef<Edit | undefined>
  add: (edit: Edit) => void
  undo: () => Promise<void>
  redo: () => Promise<void>
  busy: ShallowRef<boolean>
}

const MOST_EDITS = 100
export const historyKey: InjectionKey<History> = Symbol('history')

interface PageEdit extends Edit {
  page: string
}

/**
 * The edits of this visit, newest last. Those of another page are not undone, but kept for a return to it. A failed undo is
 * reported at its place, and the edit stays.
 *
 * @param page the current page
 */
export function useHistory(page: () => string = () => ''): History {
  const past = shallowRef<PageEdit[]>([])
  const future = shallowRef<PageEdit[]>([])
  const busy = shallowRef(false)
  const newest = (edits: PageEdit[]): PageEdit | undefined => edits.filter(edit => edit.page === page()).at(-1)
  const done = computed(() => newest(past.value))
  const undone = computed(() => newest(future.value))

  function add(edit: Edit): void {
    past.value = [...past.value, { ...edit, page: page() }].slice(-MOST_EDITS)
    future.value = future.value.filter(other => other.page !== page())
  }

  async function step(edit: PageEdit | undefined, work: 'undo' | 'redo'): Promise<void> {
    if (!edit || busy.value) return
    busy.value = true
    try {
      if (!(await edit[work]())) return
      const without = (edits: PageEdit[]): PageEdit[] => edits.filter(other => other !== edit)
      past.value = work === 'undo' ? without(past.value) : [...past.value, edit]
      future.value = work === 'undo' ? [...future.value, edit] : without(future.value)
    } finally {
      busy.value = false
    }
  }
  return { done, undone, add, undo: () => step(done.value, 'undo'), redo: () => step(undone.value, 'redo'), busy }
}
