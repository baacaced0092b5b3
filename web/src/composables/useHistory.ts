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

/** The edits of this visit, newest last. A failed undo is reported at its place, and the edit stays. */
export function useHistory(): History {
  const past = shallowRef<Edit[]>([])
  const future = shallowRef<Edit[]>([])
  const busy = shallowRef(false)
  const done = computed(() => past.value.at(-1))
  const undone = computed(() => future.value.at(-1))

  function add(edit: Edit): void {
    past.value = [...past.value, edit].slice(-MOST_EDITS)
    future.value = []
  }

  async function step(edit: Edit | undefined, work: 'undo' | 'redo'): Promise<void> {
    if (!edit || busy.value) return
    busy.value = true
    try {
      if (!(await edit[work]())) return
      past.value = work === 'undo' ? past.value.slice(0, -1) : [...past.value, edit]
      future.value = work === 'undo' ? [...future.value, edit] : future.value.slice(0, -1)
    } finally {
      busy.value = false
    }
  }
  return { done, undone, add, undo: () => step(done.value, 'undo'), redo: () => step(undone.value, 'redo'), busy }
}
