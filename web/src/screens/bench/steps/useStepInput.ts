import { ref, type Ref } from 'vue'
import { project } from '../../../api/client'
import type { StepsAnalysis } from '../../../api/types'
import { insertedLines, linesOf, textOf, typedLines, typedText, type Line } from '../../../query/steps'
import type { RejectedSteps } from './stepAction'
import type { UsedSteps } from './useSteps'

export interface UsedStepInput {
  /** Inserts typed steps at a position, or at the end; in the order in which they are entered. */
  add: (at?: number) => (typed: string) => Promise<RejectedSteps>
  /** Whether all steps are edited as one text. */
  asText: Ref<boolean>
  /** Replaces all steps; returns the problems that prevent it. */
  applyText: (typed: string) => Promise<string[]>
}

/** Checks typed or pasted steps before they become part of a query. */
export function useStepInput(queryId: string, text: () => string, steps: UsedSteps, added: () => void): UsedStepInput {
  const asText = ref(false)
  const parse = (lines: Line[]): Promise<StepsAnalysis> =>
    project.post('/queries/{id}/steps/analysis', { params: { path: { id: queryId } }, body: { text: textOf(lines) } })

  /* Everything up to the first invalid step is inserted. */
  async function insert(typed: string, position?: number): Promise<RejectedSteps> {
    const lines = linesOf(text())
    const at = position ?? lines.length
    const more = typedLines(typed)
    const read = await parse(insertedLines(lines, at, more))
    const found = more.findIndex((_line, i) => Boolean(read.steps[at + i]?.problem))
    const valid = more
      .slice(0, found < 0 ? more.length : found)
      .map((line, i) => ({ ...line, words: read.steps[at + i]?.text ?? line.words }))
    const label = valid.length === 1 ? `the new step ${at + 1}` : `${valid.length} new steps`
    if (valid.length > 0) steps.change(label, before => insertedLines(before, at, valid))
    if (found >= 0) return { steps: typedText(more.slice(found)), reason: read.steps[at + found]?.problem ?? '' }
    added()
    return { steps: '', reason: '' }
  }

  let entered: Promise<unknown> = Promise.resolve()
  const add =
    (at?: number) =>
    (typed: string): Promise<RejectedSteps> => {
      const inserted = entered.then(() => insert(typed, at))
      entered = inserted.catch(() => undefined)
      return inserted
    }

  async function applyText(typed: string): Promise<string[]> {
    const lines = typedLines(typed)
    const read = await parse(lines)
    const problems = read.steps.flatMap((step, i) =>
      step.enabled && step.problem ? [`Line ${i + 1}: ${step.problem}`] : [],
    )
    if (problems.length > 0) return problems
    steps.change('editing the steps as text', () =>
      lines.map((line, i) => ({ ...line, words: read.steps[i]?.text ?? line.words })),
    )
    asText.value = false
    return []
  }

  return { add, asText, applyText }
}
