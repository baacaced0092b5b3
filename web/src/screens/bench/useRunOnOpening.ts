import { ref, watch, type Ref } from 'vue'
import { project } from '../../api/client'
import type { QueryCheck } from '../../api/types'

const KEPT = 'plainsieve.bench.run-on-opening'

export interface RunOnOpening {
  /** Whether this author wants it. */
  wanted: Ref<boolean>
  /** Whether the source permits it; unknown sources do not. */
  permitted: Ref<boolean>
  /** Runs the query as it was opened, unless the author or the source disables that or the text has problems. */
  open: (text: string, check: QueryCheck, run: () => void) => Promise<void>
}

/* Procedures may write; they run on command only. */
const isProcedure = (text: string): boolean => /^\s*(call|exec|execute)\b/i.test(text)

export function useRunOnOpening(sourceId: string): RunOnOpening {
  const wanted = ref(localStorage.getItem(KEPT) !== 'off')
  const permitted = ref(false)
  watch(wanted, now => localStorage.setItem(KEPT, now ? 'on' : 'off'))

  async function open(text: string, check: QueryCheck, run: () => void): Promise<void> {
    const source = await project.get('/sources/{id}', { params: { path: { id: sourceId } } }).catch(() => undefined)
    permitted.value = source?.runOnOpening ?? false
    const runnable = text.trim() !== '' && !isProcedure(text) && check.problems.length === 0
    if (wanted.value && permitted.value && runnable) run()
  }
  return { wanted, permitted, open }
}
