import { computed, provide, type Ref } from 'vue'
import type { Choices, ParameterOverview, QueryCheck } from '../../../api/types'
import { choosingKey } from '../../../composables/useChoosing'
import type { UsedParameters } from '../../../parameters/useParameters'
import { useBenchStage } from '../useBenchStage'

/* Parameters without a trial value have the value of the stage. */
const trialsOf = (uses: ParameterOverview[], staged: Set<string>): Choices =>
  Object.fromEntries(
    uses
      .map(use => use.definition)
      .filter(({ formula, name, trial }) => !formula && !(staged.has(name) && trial.kind === 'blank'))
      .map(({ name, trial }) => [name, trial]),
  )

/** The trial values of all parameters; a run uses those of its text. */
export function useTrial(
  parameters: UsedParameters,
  check: Ref<QueryCheck>,
): { trials: () => Choices; clauses: Ref<string[]> } {
  const { uses } = parameters
  const { clauses: all, staged } = useBenchStage()
  const tried = computed(() => uses.value.filter(use => use.definition.trial.kind !== 'blank'))
  /* A trial value overrides the stage. */
  const clauses = computed(() =>
    all.value.filter(clause => !tried.value.some(use => clause.startsWith(`:${use.definition.name} is `))),
  )
  provide(choosingKey, {
    choices: computed(() => trialsOf(uses.value, staged.value)),
    needs: computed(() => Object.fromEntries(uses.value.map(use => [use.definition.name, use.dependencies]))),
    reportId: '',
    signed: computed(() => ''),
    trial: true,
  })

  const trials = computed(() => {
    const named = new Set(check.value.parameters)
    const inText = uses.value.filter(use => named.has(use.definition.name))
    const needed = new Set(inText.flatMap(use => [use.definition.name, ...use.dependencies]))
    return trialsOf(
      uses.value.filter(use => needed.has(use.definition.name)),
      staged.value,
    )
  })
  return { trials: () => trials.value, clauses }
}
