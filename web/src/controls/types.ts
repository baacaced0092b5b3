import type { Choice, ListedValue, Parameter } from '../api/types'
import type { UsedValueList } from '../composables/useValueList'

/** What every control is given. A control never changes a choice itself; it says what was chosen. */
export interface ControlProps {
  parameter: Parameter
  modelValue: Choice
  /** The values on the list; empty while it loads, or when any value may be chosen. */
  list: ListedValue[]
  /** The list itself, to search or to ask for again. */
  source: UsedValueList
  loading?: boolean
  /** The problem of the choice; empty if there is none. */
  problem?: string
}

export type ControlEmits = { 'update:modelValue': [choice: Choice] }
