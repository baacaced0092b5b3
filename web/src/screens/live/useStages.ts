import { computed, type ComputedRef, type ShallowRef } from 'vue'
import { get, post, type Failure } from '../../api/client'
import { inApi } from '../../api/project'
import type { DefaultDefinition, ParameterUse, Source, Stage, ConvertedDefinition } from '../../api/types'
import { useLoaded, type Loaded } from '../../composables/useLoaded'
import { useChanges } from '../people/useChanges'

/** The stored settings of a stage. */
export interface Said {
  values: Record<string, DefaultDefinition>
  sources: Record<string, string>
  rows: number
  seconds: number
}

export const saidOf = (stage: Stage): Said => ({
  values: Object.fromEntries(stage.values.map(one => [one.parameter, one.value])),
  sources: { ...stage.sources },
  rows: stage.rows,
  seconds: stage.seconds,
})

interface Around {
  stages: Stage[]
  parameters: ParameterUse['definition'][]
  sources: Source[]
}

export interface Stages {
  state: ShallowRef<Loaded<Around>>
  around: ComputedRef<Around>
  failure: ShallowRef<Failure | undefined>
  reload: () => Promise<void>
  keep: (stage: Pick<Stage, 'name' | 'version'>, said: Said) => Promise<void>
  remove: (name: string) => Promise<void>
  value: (stage: Stage, parameter: string, taken: string) => Promise<void>
}

/** The stages of a project, and what can be stated about them. */
export function useStages(): Stages {
  const { state, reload } = useLoaded(async signal => ({
    stages: await get<Stage[]>('/stages', signal),
    parameters: (await get<ParameterUse[]>('/parameters', signal)).map(use => use.definition),
    sources: await get<Source[]>('/sources', signal),
  }))
  const { failure, change } = useChanges(reload)
  const around = computed(() =>
    state.value.status === 'ready' ? state.value.data : { stages: [], parameters: [], sources: [] },
  )

  const at = (name: string): string => inApi(`/stages/${encodeURIComponent(name)}`)
  async function keep(stage: Pick<Stage, 'name' | 'version'>, said: Said): Promise<void> {
    await change(at(stage.name), 'PUT', { ...said, version: stage.version })
  }

  /* A value is read as what a parameter opens with is, by the server. */
  async function value(stage: Stage, parameter: string, taken: string): Promise<void> {
    const said = saidOf(stage)
    const written = around.value.parameters.find(one => one.name === parameter)
    if (!written) return
    const definition = { ...written, default: said.values[parameter] ?? written.default }
    await change(at(stage.name), 'PUT', {
      ...said,
      version: stage.version,
      values: { ...said.values, [parameter]: await read(definition, taken) },
    })
  }
  async function read(definition: ParameterUse['definition'], taken: string): Promise<DefaultDefinition> {
    const { definition: meant } = await post<ConvertedDefinition>('/parameters/changed', {
      definition,
      mark: 'start',
      taken,
    })
    return meant.default
  }
  return { state, around, failure, reload, keep, remove: async name => void (await change(at(name), 'DELETE')), value }
}
