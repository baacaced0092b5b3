import { computed, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { project } from '../../../api/client'
import type { StepsAnalysis } from '../../../api/types'
import type { UsedSteps } from './useSteps'

/** Which step each part of the statement that is asked comes from; another statement is asked while a step is looked at. */
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
