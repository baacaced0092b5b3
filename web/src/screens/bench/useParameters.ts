import { reactive, ref, type Ref } from 'vue'
import { asFailure, get, post, put, remove, type Failure } from '../../api/client'
import type { Choice, Parameter, ParameterUse } from '../../api/types'
import { blank } from '../../choices/choices'

export function newParameter(name: string): Parameter {
  const words = name.replaceAll('_', ' ')
  return {
    name, label: words.charAt(0).toUpperCase() + words.slice(1), hint: '', type: 'text', many: false, blankRule: 'no-filter',
    blankWords: `any ${words}`, unit: '', list: { kind: 'any', values: [], queryId: '' }, everyRow: '', defaultChoice: blank(),
    trialChoice: blank(), version: 0,
  }
}

/** The project's parameters as the bench edits them. Changes go to the server at once, one after the other. */
export function useParameters(): {
  uses: Ref<ParameterUse[]>
  failures: Record<string, Failure | undefined>
  find: (name: string) => Parameter | undefined
  add: (parameter: Parameter) => Promise<boolean>
  change: (parameter: Parameter) => Promise<boolean>
  choose: (name: string, trial: Choice) => Promise<boolean>
  drop: (name: string) => Promise<boolean>
  rename: (name: string, to: string) => Promise<boolean>
  reload: () => Promise<void>
} {
  const uses = ref<ParameterUse[]>([])
  const failures = reactive<Record<string, Failure | undefined>>({})
  let queue: Promise<unknown> = Promise.resolve()

  const find = (name: string) => uses.value.find(use => use.definition.name === name)?.definition

  async function reload(): Promise<void> {
    uses.value = await get<ParameterUse[]>('/api/parameters')
  }

  function inTurn(name: string, work: () => Promise<unknown>): Promise<boolean> {
    const result = queue.then(async () => {
      try {
        await work()
        failures[name] = undefined
        await reload()
        return true
      } catch (error) {
        failures[name] = asFailure(error)
        return false
      }
    })
    queue = result
    return result
  }

  const add = (parameter: Parameter) => inTurn(parameter.name, () => post('/api/parameters', parameter))
  const rename = (name: string, to: string) => inTurn(name, () => post(`/api/parameters/${name}/name`, { name: to }))
  const drop = (name: string) => inTurn(name, () => remove(`/api/parameters/${name}`))

  /* Between this edit and its turn an earlier one may have made a new version, which is ours, too. */
  const change = (parameter: Parameter) => inTurn(parameter.name, () =>
    put(`/api/parameters/${parameter.name}`, { ...parameter, version: find(parameter.name)?.version ?? parameter.version }),
  )

  function choose(name: string, trial: Choice): Promise<boolean> {
    const use = uses.value.find(other => other.definition.name === name)
    if (!use) return Promise.resolve(false)
    use.definition.trialChoice = trial
    return change(use.definition)
  }

  return { uses, failures, find, add, change, choose, drop, rename, reload }
}

export type UsedParameters = ReturnType<typeof useParameters>
