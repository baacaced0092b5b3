import { computed, toValue, type ComputedRef, type InjectionKey, type MaybeRefOrGetter } from 'vue'
import type { Choices, Parameter } from '../api/types'

/** The context of controls: other choices, on which lists depend, and the caller. */
export interface Choosing {
  choices: ComputedRef<Choices>
  /** The parents of each parameter's list. */
  needs: ComputedRef<Record<string, string[]>>
  /** Empty on the bench. */
  reportId: string
  /** The signed part of the link; empty if there is none. */
  signed: ComputedRef<string>
  /** The messages at the controls, by parameter name. */
  problems?: ComputedRef<Record<string, string>>
  /** Whether trial values replace missing choices, as on the bench. */
  trial: boolean
}

export const choosingKey: InjectionKey<Choosing> = Symbol('choosing')

/** The choices that the parameter's list depends on. */
export function useParents(
  choosing: Choosing | undefined,
  parameter: MaybeRefOrGetter<Parameter>,
): ComputedRef<Choices> {
  return computed(() => {
    const all = choosing?.choices.value ?? {}
    const needed = choosing?.needs.value[toValue(parameter).name] ?? []
    return Object.fromEntries(needed.flatMap(name => (all[name] ? [[name, all[name]]] : [])))
  })
}
