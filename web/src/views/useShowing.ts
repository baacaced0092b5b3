import { computed, ref, watch, type ComputedRef, type Ref } from 'vue'
import type { Choices, Parameter, Question, Report } from '../api/types'

/** Why there are no rows: they wait for a run, or something must be chosen first. */
export type Waiting = 'no' | 'for-rows' | 'for-choices'

/**
 * The choices that the views show. A report may open with its defaults, empty, or with a question first; it may run on every
 * change of a choice, or on Show rows. A link with choices counts as a run.
 */
export function useShowing(
  report: Report,
  choices: Ref<Choices>,
  question: Ref<Question | undefined>,
  linked: boolean,
): {
  shown: Ref<Choices>
  waiting: ComputedRef<Waiting>
  outdated: ComputedRef<boolean>
  missing: ComputedRef<Parameter[]>
  show: () => void
} {
  const { start, onDemand } = report.definition
  const shown = ref<Choices>({ ...choices.value })
  const asked = ref(start === 'defaults' || linked)

  const missing = computed(() => {
    const names = new Set(
      (question.value?.problems ?? [])
        .filter(problem => problem.kind === 'choice-required')
        .map(problem => problem.parameter),
    )
    return report.parameters.filter(parameter => names.has(parameter.name))
  })
  const waiting = computed<Waiting>(() => {
    if (missing.value.length > 0) return 'for-choices'
    return asked.value ? 'no' : start === 'question' ? 'for-choices' : 'for-rows'
  })
  const outdated = computed(
    () => asked.value && onDemand && JSON.stringify(shown.value) !== JSON.stringify(choices.value),
  )

  function show(): void {
    asked.value = true
    shown.value = { ...choices.value }
  }
  /* A link without a required choice has not run yet. */
  watch(
    missing,
    now => {
      if (start !== 'defaults' && now.length > 0) asked.value = false
    },
    { immediate: true },
  )
  watch(
    choices,
    now => {
      if (!onDemand || !asked.value) shown.value = { ...now }
    },
    { flush: 'sync' },
  )
  return { shown, waiting, outdated, missing, show }
}
