import type { Ref, ShallowRef } from 'vue'
import type { Choices, StepsAnalysis } from '../../../api/types'
import type { UsedDraft } from '../query/useDraft'
import { useConversion } from './useConversion'
import { useSqlRanges } from './useSqlRanges'
import { useStepCounts, type UsedStepCounts } from './useStepCounts'
import { useStepPreview } from './useStepPreview'
import { useSteps, type UsedSteps } from './useSteps'

export interface BenchSteps {
  steps: UsedSteps
  counts: UsedStepCounts
  preview: ReturnType<typeof useStepPreview>
  conversion: ReturnType<typeof useConversion>
  /** The step from which each part of the executed statement originates. */
  stretches: Ref<StepsAnalysis['sqlRanges']> | ShallowRef<StepsAnalysis['sqlRanges']>
}

/** Everything about a query as steps: analysis, row counts, preview and conversion. */
export function useBenchSteps(draft: UsedDraft, choices: () => Choices, run: () => void): BenchSteps {
  const { query, text, edit } = draft
  const { id } = query.value
  const steps = useSteps(id, text, edit)
  const counts = useStepCounts(id, text, choices, steps.reading)
  const preview = useStepPreview(text, steps, run)
  const conversion = useConversion(id, text, steps, choices, () => preview.look(undefined))
  return { steps, counts, preview, conversion, stretches: useSqlRanges(id, text, preview.asked, steps) }
}
