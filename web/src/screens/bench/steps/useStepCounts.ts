import { onScopeDispose, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { runQuery } from '../runQuery'
import type { Choices, StepsAnalysis } from '../../../api/types'
import { counted, linesOf, textOf, upTo, type Line } from '../../../query/steps'

/** The counts of the rows after a step. */
export interface StepCount {
  rows: number | undefined
  /** Rows that the step can do nothing with. */
  odd?: number
  /** The previous count, where a join can multiply rows. */
  before?: number
  failed: boolean
}

/** With the number of its step. */
type KeptCount = StepCount & { step: number }

const UNTOLD = { asked: () => {}, behind: () => {}, arriving: () => {} }

export interface UsedStepCounts {
  counts: ShallowRef<Map<string, KeptCount>>
  countOf: (step: number) => StepCount | undefined
  count: (step: number) => Promise<void>
}

/** Row counts after steps, each queried on demand; kept until a preceding step changes. */
export function useStepCounts(
  queryId: string,
  text: Ref<string>,
  choices: () => Choices,
  reading: Ref<StepsAnalysis>,
): UsedStepCounts {
  const counts = shallowRef(new Map<string, KeptCount>())
  const leaving = new AbortController()
  onScopeDispose(() => leaving.abort())
  const keyOf = (lines: Line[], step: number): string => JSON.stringify([upTo(lines, step), choices()])

  async function number(asked: string): Promise<number | undefined> {
    const run = runQuery(queryId, counted(asked), choices())
    const answer = await run(leaving.signal, UNTOLD).catch(() => undefined)
    const cell = answer?.rows[0]?.[0]
    return cell === undefined || cell === null ? undefined : Number(cell)
  }

  async function found(lines: Line[], step: number): Promise<StepCount> {
    const hints = reading.value.steps[step]?.hints
    const rows = await number(upTo(lines, step))
    if (!hints?.checkStep || step === 0) return { rows, failed: rows === undefined }
    const above = lines.slice(0, step)
    const odd = await number(textOf([...above, { words: hints.checkStep, on: true }]))
    const before = hints.checkKind === 'found-none' ? await number(textOf(above)) : undefined
    return { rows, odd, before, failed: rows === undefined }
  }

  async function count(step: number): Promise<void> {
    const lines = linesOf(text.value)
    const key = keyOf(lines, step)
    if (counts.value.has(key)) return
    const result = await found(lines, step)
    counts.value = new Map(counts.value).set(key, { ...result, step })
  }

  const countOf = (step: number): StepCount | undefined => counts.value.get(keyOf(linesOf(text.value), step))
  watch(text, () => {
    if (counts.value.size === 0) return
    const lines = linesOf(text.value)
    counts.value = new Map([...counts.value].filter(([key, { step }]) => keyOf(lines, step) === key))
  })
  return { counts, countOf, count }
}
