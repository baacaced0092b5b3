import { inject, nextTick, onScopeDispose, ref, type Ref } from 'vue'
import { project } from '../../../api/client'
import { asFailure } from '../../../api/failure'
import { newRunId, stop } from '../../../api/runs'
import type { Choices } from '../../../api/types'
import { historyKey } from '../../../composables/useHistory'
import { countInWords, rowsInWords } from '../../../formats'
import { isSteps } from '../../../query/steps'
import { sameRows } from '../query/rowEquality'
import type { UsedSteps } from './useSteps'

export interface UsedConversion {
  /** Converts steps to SQL, or SQL to steps. */
  turn: () => Promise<void>
  /** The result as text. */
  told: Ref<string>
  /** Whether it was refused, or the rows are not the same. */
  refused: Ref<boolean>
}

/** Turns steps into SQL and back, and shows that the rows stay the same. */
export function useConversion(
  queryId: string,
  text: Ref<string>,
  steps: UsedSteps,
  choices: () => Choices,
  shown: () => void,
): UsedConversion {
  const history = inject(historyKey, undefined)
  const told = ref('')
  const refused = ref(false)
  const runId = newRunId()
  onScopeDispose(() => stop(runId))

  async function put(next: string): Promise<boolean> {
    steps.edit(next)
    await nextTick()
    shown()
    return true
  }
  function tell(words: string, isRefused: boolean): void {
    told.value = words
    refused.value = isRefused
  }
  const compared = (first: string, second: string) => sameRows(queryId, { runId, first, second, choices: choices() })
  async function change(label: string, before: string, next: string): Promise<void> {
    await put(next)
    history?.add({ label, undo: () => put(before), redo: () => put(next) })
  }

  async function intoSql(before: string): Promise<void> {
    const sql = steps.reading.value.sql
    if (!sql) return
    await change('converting to SQL', before, sql)
    const { first, second, same } = await compared(before, sql)
    const after = same ? 'before and after, identical' : `before and ${countInWords(second)} after`
    tell(`Plain SQL now: ${rowsInWords(first)} ${after}.`, !same)
  }
  async function intoSteps(before: string): Promise<void> {
    const found = await project.post('/queries/{id}/steps/from-sql', {
      params: { path: { id: queryId } },
      body: { text: before },
    })
    tell('Running both to the last row …', false)
    const { first, second, same } = await compared(before, found.text)
    if (before !== text.value) return tell('', false)
    if (!same)
      return tell(`It stays SQL: as steps the rows differ, ${countInWords(second)} for ${rowsInWords(first)}.`, true)
    await change('converting to steps', before, found.text)
    tell(`Steps now: ${rowsInWords(first)} before and after, identical.`, false)
  }

  async function turn(): Promise<void> {
    const before = text.value
    tell('', false)
    try {
      await (isSteps(before) ? intoSql(before) : intoSteps(before))
    } catch (error) {
      const failure = asFailure(error)
      tell([failure.message, failure.advice].filter(Boolean).join(' '), true)
    }
  }
  return { turn, told, refused }
}
