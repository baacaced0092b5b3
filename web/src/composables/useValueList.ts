import { toValue, type MaybeRefOrGetter } from 'vue'
import { get } from '../api/client'
import type { Parameter, ValueList } from '../api/types'
import { useLoaded } from './useLoaded'

const NO_LIST: ValueList = { values: [], complete: false }

/** The values a parameter may take. Parameters that take any value have none, and nothing is asked for. */
export function useValueList(parameter: MaybeRefOrGetter<Parameter>) {
  return useLoaded<ValueList>(signal => {
    const { list, name } = toValue(parameter)
    return list.kind === 'any' ? Promise.resolve(NO_LIST) : get<ValueList>(`/api/parameters/${name}/values`, signal)
  })
}

export type UsedValueList = ReturnType<typeof useValueList>
