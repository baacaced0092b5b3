import { get } from '../api/client'
import type { Parameter, ValueList } from '../api/types'
import { useLoaded } from './useLoaded'

const NO_LIST: ValueList = { values: [], complete: false }

/** The values a parameter may take. Parameters that take any value have none, and nothing is asked for. */
export function useValueList(parameter: Parameter) {
  return useLoaded<ValueList>(signal =>
    parameter.list.kind === 'any'
      ? Promise.resolve(NO_LIST)
      : get<ValueList>(`/api/parameters/${parameter.name}/values`, signal),
  )
}

export type UsedValueList = ReturnType<typeof useValueList>
