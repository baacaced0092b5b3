import { inject, onScopeDispose, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { project } from '../../../api/client'
import type { StepsAnalysis } from '../../../api/types'
import { historyKey } from '../../../composables/useHistory'
import { isSteps, linesOf, textOf, type Line } from '../../../query/steps'

const READ_AFTER = 5
/* A source that has not loaded its columns yet may do so soon. */
const READ_AGAIN_AFTER = 2000
const MOST_AGAIN = 5
const ONE_SOURCE = { step: -1, parts: [], transfers: [] }
const NOTHING: StepsAnalysis = { steps: [], sql: '', sqlRanges: [], columns: [], federation: ONE_SOURCE, problems: [] }

export interface UsedSteps {
  reading: ShallowRef<StepsAnalysis>
  /** Changes the steps in a way that can be undone. */
  change: (label: string, change: (lines: Line[]) => Line[]) => void
  edit: (text: string) => void
  /** Reads the same text once more. */
  again: () => Promise<void>
}

/** The analysis of a text of steps. A late response for an older text is dropped; omitted quotes are added. */
export function useSteps(queryId: string, text: Ref<string>, edit: (text: string) => void): UsedSteps {
  const history = inject(historyKey, undefined)
  const reading = shallowRef<StepsAnalysis>(NOTHING)
  let timer: ReturnType<typeof setTimeout> | undefined
  let again = 0

  async function read(): Promise<void> {
    const sent = text.value
    if (!isSteps(sent)) return
    const found = await project
      .post('/queries/{id}/steps/analysis', { params: { path: { id: queryId } }, body: { text: sent } })
      .catch(() => undefined)
    if (!found || sent !== text.value) return
    reading.value = found
    const written = textOf(found.steps.map(step => ({ words: step.text, on: step.enabled })))
    if (written !== textOf(linesOf(sent))) return edit(written)
    const untold = found.steps.some(step => step.enabled && !step.problem && !step.columnsKnown)
    if (!untold || again++ >= MOST_AGAIN) return
    clearTimeout(timer)
    timer = setTimeout(() => void read(), READ_AGAIN_AFTER)
  }

  function put(next: string): Promise<boolean> {
    edit(next)
    return Promise.resolve(true)
  }

  function change(label: string, how: (lines: Line[]) => Line[]): void {
    const before = text.value
    const lines = linesOf(before)
    const after = textOf(how(lines))
    if (after === textOf(lines)) return
    edit(after)
    history?.add({ label, undo: () => put(before), redo: () => put(after) })
  }

  watch(text, () => {
    again = 0
    clearTimeout(timer)
    timer = setTimeout(() => void read(), READ_AFTER)
  })
  void read()
  onScopeDispose(() => clearTimeout(timer))
  return { reading, change, edit, again: read }
}
