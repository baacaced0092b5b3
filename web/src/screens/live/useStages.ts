import { computed, type ComputedRef, type ShallowRef } from 'vue'
import { type Failure, get, list, post } from '../../api/client'
import { inApi } from '../../api/project'
import type { DefaultDefinition, ParameterOverview, Source, Stage, ConvertedDefinition } from '../../api/types'
import { useLoaded, type Loaded } from '../../composables/useLoaded'
import { useChanges } from '../people/useChanges'

/** The stored settings of a stage. */
export interface StageSettings {
  defaults: Record<string, DefaultDefinition>
  sources: Record<string, string>
  rowLimit: number
  timeoutSeconds: number
}

export const settingsOf = (stage: Stage): StageSettings => ({
  defaults: Object.fromEntries(stage.defaults.map(one => [one.parameter, one.value])),
  sources: { ...stage.sources },
  rowLimit: stage.rowLimit,
  timeoutSeconds: stage.timeoutSeconds,
})

interface Around {
  stages: Stage[]
  parameters: ParameterOverview['definition'][]
  sources: Source[]
}

export interface Stages {
  state: ShallowRef<Loaded<Around>>
  around: ComputedRef<Around>
  failure: ShallowRef<Failure | undefined>
  reload: () => Promise<void>
  keep: (stage: Pick<Stage, 'name' | 'version'>, settings: StageSettings) => Promise<void>
  remove: (name: string) => Promise<void>
  value: (stage: Stage, parameter: string, taken: string) => Promise<void>
}

/** The stages of a project, and what can be stated about them. */
export function useStages(): Stages {
  const { state, reload } = useLoaded(async signal => ({
    stages: await get<Stage[]>('/stages', signal),
    parameters: (await list<ParameterOverview>('/parameters', signal)).map(use => use.definition),
    sources: await list<Source>('/sources', signal),
  }))
  const { failure, change } = useChanges(reload)
  const around = computed(() =>
    state.value.status === 'ready' ? state.value.data : { stages: [], parameters: [], sources: [] },
  )

  const at = (name: string): string => inApi(`/stages/${encodeURIComponent(name)}`)
  async function keep(stage: Pick<Stage, 'name' | 'version'>, settings: StageSettings): Promise<void> {
    await change(at(stage.name), 'PUT', { ...settings, version: stage.version })
  }

  /* A value is read as what a parameter opens with is, by the server. */
  async function value(stage: Stage, parameter: string, taken: string): Promise<void> {
    const settings = settingsOf(stage)
    const written = around.value.parameters.find(one => one.name === parameter)
    if (!written) return
    const definition = { ...written, default: settings.defaults[parameter] ?? written.default }
    await change(at(stage.name), 'PUT', {
      ...settings,
      version: stage.version,
      defaults: { ...settings.defaults, [parameter]: await read(definition, taken) },
    })
  }
  async function read(definition: ParameterOverview['definition'], taken: string): Promise<DefaultDefinition> {
    const { definition: meant } = await post<ConvertedDefinition>('/parameters/changed', {
      definition,
      mark: 'start',
      option: taken,
    })
    return meant.default
  }
  return { state, around, failure, reload, keep, remove: async name => void (await change(at(name), 'DELETE')), value }
}
