import { computed, type ComputedRef, type Ref } from 'vue'
import type { RunResult } from '../../api/resultStream'
import type { Placement, Problem, Evidence, PlacementEvidence } from '../../api/types'
import type { Loaded } from '../../composables/useLoaded'
import { useEvidence } from '../../composables/useEvidence'
import { lastAnswer, type RunState } from '../../composables/useRun'

export interface RunEvidence {
  answer: ComputedRef<RunResult | undefined>
  /** Whether the displayed rows belong to another text. */
  stale: ComputedRef<boolean>
  placements: ComputedRef<Placement[]>
  proof: Ref<Loaded<Evidence> | undefined>
  measure: () => Promise<void>
  verdicts: ComputedRef<PlacementEvidence[]>
  runProblems: ComputedRef<Problem[]>
  /** The rows fetched from each source as text; empty for a single source. */
  fetched: ComputedRef<string[]>
}

/** The outcome of the last run for the current text, while it is the executed one. */
export function useRunEvidence(state: Ref<RunState>, asked: Ref<string>, ran: Ref<string>): RunEvidence {
  const answer = computed(() => lastAnswer(state.value))
  const stale = computed(() => ran.value !== asked.value || state.value.status !== 'done')
  const placements = computed(() => (stale.value ? [] : (answer.value?.started.placements ?? [])))
  const { proof, measure } = useEvidence(() =>
    state.value.status === 'done' ? state.value.answer.started.sentId : undefined,
  )
  const verdicts = computed(() => (stale.value || proof.value?.status !== 'ready' ? [] : proof.value.data.placements))
  const runProblems = computed(() =>
    state.value.status === 'failed' && ran.value === asked.value ? state.value.failure.problems : [],
  )
  const fetched = computed(() =>
    stale.value || proof.value?.status !== 'ready' ? [] : proof.value.data.fetched.map(side => side.part),
  )
  return { answer, stale, placements, proof, measure, verdicts, runProblems, fetched }
}
