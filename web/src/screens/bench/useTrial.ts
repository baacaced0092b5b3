import { computed, provide, type Ref } from 'vue'
import type { Choices, ParameterUse, QueryCheck } from '../../api/types'
import { choosingKey } from '../../composables/useChoosing'
import type { UsedParameters } from '../../parameters/useParameters'

const trialsOf = (uses: ParameterUse[]): Choices =>
  Object.fromEntries(
    uses.filter(use => !use.definition.formula).map(use => [use.definition.name, use.definition.trialChoice]),
  )

/** On the bench every parameter stands at its trial value; a run takes those that its text needs. */
export function useTrial(parameters: UsedParameters, check: Ref<QueryCheck>): { trialChoices: () => Choices } {
  const { uses } = parameters
  provide(choosingKey, {
    choices: computed(() => trialsOf(uses.value)),
    needs: computed(() => Object.fromEntries(uses.value.map(use => [use.definition.name, use.needs]))),
    reportId: '',
    signed: computed(() => ''),
    trial: true,
  })

  function trialChoices(): Choices {
    const inText = uses.value.filter(use => check.value.parameters.includes(use.definition.name))
    const needed = new Set(inText.flatMap(use => [use.definition.name, ...use.needs]))
    return trialsOf(uses.value.filter(use => needed.has(use.definition.name)))
  }
  return { trialChoices }
}
