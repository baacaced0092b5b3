import { onScopeDispose, ref, watch, type Ref } from 'vue'
import { project } from '../../api/client'
import type { QueryCheck } from '../../api/types'
import type { RunState } from '../../composables/useRun'

const KEPT = 'plainsieve.bench.run-on-opening'

export interface RunOnOpening {
  /** Whether this author wants it. */
  wanted: Ref<boolean>
  /** Whether the source permits it; unknown sources do not. */
  permitted: Ref<boolean>
  /**
   * Runs the query as it was opened, unless the author or the source disables that, the text has problems, or the author has
   * edited it, run it or left meanwhile.
   */
  open: (check: QueryCheck, run: () => void) => Promise<void>
}

/* Procedures may write; they run on command only. */
const isProcedure = (text: string): boolean =>
  /^(\s|\{|--[^\n]*\n|#[^\n]*\n|\/\*(?:[^*]|\*(?!\/))*\*\/)*(call|exec|execute)\b/i.test(text)

export function useRunOnOpening(sourceId: string, text: Ref<string>, state: Ref<RunState>): RunOnOpening {
  const opened = text.value
  const wanted = ref(localStorage.getItem(KEPT) !== 'off')
  const permitted = ref(false)
  watch(wanted, now => localStorage.setItem(KEPT, now ? 'on' : 'off'))

  let left = false
  onScopeDispose(() => (left = true))

  async function open(check: QueryCheck, run: () => void): Promise<void> {
    const source = await project.get('/sources/{id}', { params: { path: { id: sourceId } } }).catch(() => undefined)
    permitted.value = source?.runOnOpening ?? false
    const isUntouched = text.value === opened && state.value.status === 'idle' && !left
    const runnable = opened.trim() !== '' && !isProcedure(opened) && check.problems.length === 0
    if (wanted.value && permitted.value && runnable && isUntouched) run()
  }
  return { wanted, permitted, open }
}
