import type { Choice, ListedValue, Parameter } from '../api/types'
import type { UsedValueList } from '../composables/useValueList'

/** The properties of every control. A control emits changes and does not apply them. */
export interface ControlProps {
  parameter: Parameter
  modelValue: Choice
  /** The values on the list; empty while it loads, or when any value may be chosen. */
  list: ListedValue[]
  /** The list, for searching and reloading. */
  source: UsedValueList
  loading?: boolean
  /** The problem of the choice; empty if there is none. */
  problem?: string
}

export type ControlEmits = { 'update:modelValue': [choice: Choice] }
