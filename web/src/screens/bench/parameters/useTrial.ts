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
      .filter(({ formula, name, trialChoice }) => !formula && !(staged.has(name) && trialChoice.kind === 'blank'))
      .map(({ name, trialChoice }) => [name, trialChoice]),
  )

/** The trial values of all parameters; a run uses those of its text. */
export function useTrial(
  parameters: UsedParameters,
  check: Ref<QueryCheck>,
): { trialChoices: () => Choices; clauses: Ref<string[]> } {
  const { uses } = parameters
  const { clauses: all, staged } = useBenchStage()
  const tried = computed(() => uses.value.filter(use => use.definition.trialChoice.kind !== 'blank'))
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
  return { trialChoices: () => trials.value, clauses }
}
