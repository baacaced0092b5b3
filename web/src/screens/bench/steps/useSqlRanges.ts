import { computed, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { project } from '../../../api/client'
import type { StepsAnalysis } from '../../../api/types'
import type { UsedSteps } from './useSteps'

/** The step of each part of the executed statement, which differs while a step is previewed. */
export function useSqlRanges(
  queryId: string,
  text: Ref<string>,
  asked: Ref<string>,
  steps: UsedSteps,
): ComputedRef<StepsAnalysis['sqlRanges']> {
  const looked = shallowRef<{ text: string; stretches: StepsAnalysis['sqlRanges'] }>({ text: '', stretches: [] })

  watch(asked, async now => {
    if (now === text.value) return
    const read = await project
      .post('/queries/{id}/steps/analysis', { params: { path: { id: queryId } }, body: { text: now } })
      .catch(() => undefined)
    if (read && now === asked.value) looked.value = { text: now, stretches: read.sqlRanges }
  })
  return computed(() => {
    if (asked.value === text.value) return steps.reading.value.sqlRanges
    return looked.value.text === asked.value ? looked.value.stretches : []
  })
}
