import type { ComputedRef, InjectionKey } from 'vue'
import type { Choices } from '../api/types'

/** Where controls stand: what is chosen beside them, on which lists depend, and who asks for these lists. */
export interface Choosing {
  choices: ComputedRef<Choices>
  /** For each parameter those that its list depends on. */
  needs: ComputedRef<Record<string, string[]>>
  /** Empty on the bench. */
  reportId: string
  /** The signed part of the link; empty when there is none. */
  signed: ComputedRef<string>
  /** Whether trial values stand in for what is not chosen, as on the bench. */
  trial: boolean
}

export const choosingKey: InjectionKey<Choosing> = Symbol('choosing')
