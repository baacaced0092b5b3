import { computed, type ComputedRef, type ShallowRef } from 'vue'
import { project } from '../../../api/client'
import type { Failure } from '../../../api/failure'
import type { DefaultDefinition, ParameterOverview, Source, Stage } from '../../../api/types'
import { useLoaded, type Loaded } from '../../../composables/useLoaded'
import { useChanges } from '../../people/useChanges'

/** The stored settings of a stage. */
export interface StageSettings {
  defaults: Record<string, DefaultDefinition>
  sources: Record<string, string>
  rowLimit: number | null
  timeoutSeconds: number | null
}

export const settingsOf = (stage: Stage): StageSettings => ({
  defaults: { ...stage.defaults },
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

/** The stages of a project, and possible settings. */
export function useStages(): Stages {
  const { state, reload } = useLoaded(async signal => ({
    stages: await project.get('/stages', { signal }),
    parameters: (await project.list('/parameters', { signal })).map(use => use.definition),
    sources: await project.list('/sources', { signal }),
  }))
  const { failure, change } = useChanges(reload)
  const around = computed(() =>
    state.value.status === 'ready' ? state.value.data : { stages: [], parameters: [], sources: [] },
  )

  const update = (stage: Pick<Stage, 'name' | 'version'>, settings: StageSettings): Promise<unknown> =>
    change(() =>
      project.put('/stages/{name}', {
        params: { path: { name: stage.name } },
        body: { ...settings, version: stage.version },
      }),
    )
  async function keep(stage: Pick<Stage, 'name' | 'version'>, settings: StageSettings): Promise<void> {
    await update(stage, settings)
  }

  /* The server parses a value like a default of the parameter. */
  async function value(stage: Stage, parameter: string, taken: string): Promise<void> {
    const settings = settingsOf(stage)
    const written = around.value.parameters.find(one => one.name === parameter)
    if (!written) return
    const definition = { ...written, default: settings.defaults[parameter] ?? written.default }
    await update(stage, {
      ...settings,
      defaults: { ...settings.defaults, [parameter]: await read(definition, taken) },
    })
  }
  async function read(definition: ParameterOverview['definition'], taken: string): Promise<DefaultDefinition> {
    const { definition: meant } = await project.post('/parameters/changed', {
      body: {
        definition,
        mark: 'start',
        option: taken,
      },
    })
    return meant.default
  }
  async function remove(name: string): Promise<void> {
    await change(() => project.remove('/stages/{name}', { params: { path: { name } } }))
  }
  return { state, around, failure, reload, keep, remove, value }
}
