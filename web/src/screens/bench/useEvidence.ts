import { computed, type ComputedRef, type Ref } from 'vue'
import type { Answer } from '../../api/resultStream'
import type { Placement, Problem, Proof, Ran } from '../../api/types'
import type { Loaded } from '../../composables/useLoaded'
import { useProof } from '../../composables/useProof'
import { lastAnswer, type RunState } from '../../composables/useRun'

export interface UsedEvidence {
  answer: ComputedRef<Answer | undefined>
  /** Whether what is shown belongs to another text than is there. */
  stale: ComputedRef<boolean>
  placements: ComputedRef<Placement[]>
  proof: Ref<Loaded<Proof> | undefined>
  measure: () => Promise<void>
  verdicts: ComputedRef<Ran[]>
  runProblems: ComputedRef<Problem[]>
  /** The rows fetched from each source as text; empty for a single source. */
  fetched: ComputedRef<string[]>
}

/** What the last run says of the text that is there, as long as it is the text that ran. */
export function useEvidence(state: Ref<RunState>, asked: Ref<string>, ran: Ref<string>): UsedEvidence {
  const answer = computed(() => lastAnswer(state.value))
  const stale = computed(() => ran.value !== asked.value || state.value.status !== 'done')
  const placements = computed(() => (stale.value ? [] : (answer.value?.begun.placements ?? [])))
  const { proof, measure } = useProof(() =>
    state.value.status === 'done' ? state.value.answer.begun.sentId : undefined,
  )
  const verdicts = computed(() => (stale.value || proof.value?.status !== 'ready' ? [] : proof.value.data.verdicts))
  const runProblems = computed(() =>
    state.value.status === 'failed' && ran.value === asked.value ? state.value.failure.problems : [],
  )
  const fetched = computed(() =>
    stale.value || proof.value?.status !== 'ready' ? [] : proof.value.data.fetched.map(side => side.words),
  )
  return { answer, stale, placements, proof, measure, verdicts, runProblems, fetched }
}
