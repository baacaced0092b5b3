import type { SentenceOption, ParameterOverview, Source, Stage } from '../../../api/types'
import { settingsOf, type StageSettings } from './useStages'

/** An additional setting of a stage, with its initial value. */
export type StageOption = SentenceOption & { change: Partial<StageSettings> }

const USUAL_ROWS = 1000
const USUAL_SECONDS = 20

export function without<T>(all: Record<string, T>, name: string): Record<string, T> {
  return Object.fromEntries(Object.entries(all).filter(([key]) => key !== name))
}

/** Stage values that are not set yet. A source that replaces another is not itself replaced. */
export function moreOffers(
  stage: Stage,
  around: { parameters: ParameterOverview['definition'][]; sources: Source[] },
): StageOption[] {
  const settings = settingsOf(stage)
  const values = around.parameters
    .filter(one => !one.formula && !(one.name in settings.defaults))
    .map(one => ({
      id: `value ${one.name}`,
      label: `:${one.name} opens with …`,
      note: one.label,
      reason: '',
      change: { defaults: { ...settings.defaults, [one.name]: asChoice(one.default) } },
    }))
  return [...limits(stage), ...sources(settings, around.sources), ...values]
}

/* A default from a query is evaluated each time; a stage has values. */
const asChoice = (start: ParameterOverview['definition']['default']): ParameterOverview['definition']['default'] =>
  start.kind === 'query'
    ? { kind: 'choice', choice: { kind: 'blank', values: [], withoutValue: false }, formula: '', query: '' }
    : start

function limits(stage: Stage): StageOption[] {
  const rows = { id: 'rows', label: 'row limit …', note: '', reason: '', change: { rowLimit: USUAL_ROWS } }
  const seconds = {
    id: 'seconds',
    label: 'timeout …',
    note: '',
    reason: '',
    change: { timeoutSeconds: USUAL_SECONDS },
  }
  return [...(stage.rowLimit ? [] : [rows]), ...(stage.timeoutSeconds ? [] : [seconds])]
}

function sources(settings: StageSettings, all: Source[]): StageOption[] {
  const asked = Object.values(settings.sources)
  return all
    .filter(from => !(from.id in settings.sources) && !asked.includes(from.id))
    .flatMap(from =>
      all
        .filter(to => to.kind === from.kind && to.id !== from.id && !(to.id in settings.sources))
        .map(to => ({
          id: `source ${from.id} ${to.id}`,
          label: `source ${to.id} instead of ${from.id}`,
          note: '',
          reason: '',
          change: { sources: { ...settings.sources, [from.id]: to.id } },
        })),
    )
}
