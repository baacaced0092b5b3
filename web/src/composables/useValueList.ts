import { inject, onScopeDispose, shallowRef, toValue, watch, type MaybeRefOrGetter, type ShallowRef } from 'vue'
import { project } from '../api/client'
import { type Failure, asFailure } from '../api/failure'
import type { ListedValue, Parameter, ValueList } from '../api/types'
import { choosingKey, useParents } from './useChoosing'

const NO_LIST: ValueList = { values: [], complete: false, more: false, queriedAt: '', refreshing: false }
const ASK_AGAIN_AFTER = 700
const MOST_ASKED_AGAIN = 20

/** The state of a value list. While it loads, or after a failure, the last list stays. */
export type ListState =
  | { status: 'loading'; list: ValueList }
  | { status: 'ready'; list: ValueList }
  | { status: 'failed'; list: ValueList; failure: Failure }

export interface UsedValueList {
  state: ShallowRef<ListState>
  /** Reloads the list; with refresh, the source is queried even if the cached list is fresh. */
  reload: (refresh?: boolean) => Promise<void>
  /** A page of a list that is too long to load: values whose label contains the text. */
  search: (text: string, start: number) => Promise<ValueList>
  /** The listed ones of these values, with their labels. */
  named: (values: string[]) => Promise<ListedValue[]>
}

/** The values of a parameter, given the choices of its list's parents. */
export function useValueList(parameter: MaybeRefOrGetter<Parameter>): UsedValueList {
  const choosing = inject(choosingKey, undefined)
  const state = shallowRef<ListState>({ status: 'loading', list: NO_LIST })
  let current: symbol | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let askedAgain = 0

  const parents = useParents(choosing, parameter)
  const context = () => ({
    choices: parents.value,
    reportId: choosing?.reportId ?? '',
    linkToken: choosing?.signed.value ?? '',
    trial: choosing?.trial ?? false,
  })
  const ask = (part: { search: string; start: number; refresh: boolean }) =>
    project.post('/parameters/{name}/values', {
      params: { path: { name: toValue(parameter).name } },
      body: { ...context(), ...part },
    })

  async function reload(refresh = false): Promise<void> {
    clearTimeout(timer)
    const mine = (current = Symbol('list'))
    const last = state.value.list
    if (toValue(parameter).list.kind === 'any') {
      state.value = { status: 'ready', list: NO_LIST }
      return
    }
    state.value = { status: 'loading', list: last }
    try {
      const list = await ask({ search: '', start: 0, refresh })
      if (mine !== current) return
      state.value = { status: 'ready', list }
      if (list.refreshing && askedAgain++ < MOST_ASKED_AGAIN) timer = setTimeout(() => void reload(), ASK_AGAIN_AFTER)
      else askedAgain = 0
    } catch (error) {
      if (mine === current) state.value = { status: 'failed', list: last, failure: asFailure(error) }
    }
  }

  const search = (text: string, start: number) => ask({ search: text, start, refresh: false })
  const named = (values: string[]) => {
    const { name } = toValue(parameter)
    const choices = { ...parents.value, [name]: { kind: 'values' as const, values, withoutValue: false } }
    return project.post('/parameters/{name}/named', { params: { path: { name } }, body: { ...context(), choices } })
  }

  watch(
    () => JSON.stringify([toValue(parameter).name, toValue(parameter).list, parents.value]),
    () => void reload(),
    { immediate: true },
  )
  onScopeDispose(() => {
    current = undefined
    clearTimeout(timer)
  })
  return { state, reload, search, named }
}
