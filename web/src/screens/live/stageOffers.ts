import type { MarkOption, ParameterUse, Source, Stage } from '../../api/types'
import { saidOf, type Said } from './useStages'

/** Something more to say of a stage, and what it says then. */
export type More = MarkOption & { said: Partial<Said> }

const USUAL_ROWS = 1000
const USUAL_SECONDS = 20

export function without<T>(all: Record<string, T>, name: string): Record<string, T> {
  return Object.fromEntries(Object.entries(all).filter(([key]) => key !== name))
}

/** Stage values that are not set yet. A source that replaces another is not itself replaced. */
export function moreOffers(
  stage: Stage,
  around: { parameters: ParameterUse['definition'][]; sources: Source[] },
): More[] {
  const said = saidOf(stage)
  const values = around.parameters
    .filter(one => !one.formula && !(one.name in said.values))
    .map(one => ({
      id: `value ${one.name}`,
      words: `:${one.name} opens with …`,
      note: one.label,
      reason: '',
      said: { values: { ...said.values, [one.name]: asChoice(one.default) } },
    }))
  return [...limits(stage), ...sources(said, around.sources), ...values]
}

/* What a query gives is found each time; a stage says values. */
const asChoice = (start: ParameterUse['definition']['default']): ParameterUse['definition']['default'] =>
  start.kind === 'query'
    ? { kind: 'choice', choice: { kind: 'blank', values: [], withoutValue: false }, formula: '', queryId: '' }
    : start

function limits(stage: Stage): More[] {
  const rows = { id: 'rows', words: 'shows at most … rows', note: '', reason: '', said: { rows: USUAL_ROWS } }
  const seconds = { id: 'seconds', words: 'stops after … s', note: '', reason: '', said: { seconds: USUAL_SECONDS } }
  return [...(stage.rows ? [] : [rows]), ...(stage.seconds ? [] : [seconds])]
}

function sources(said: Said, all: Source[]): More[] {
  const asked = Object.values(said.sources)
  return all
    .filter(from => !(from.id in said.sources) && !asked.includes(from.id))
    .flatMap(from =>
      all
        .filter(to => to.kind === from.kind && to.id !== from.id && !(to.id in said.sources))
        .map(to => ({
          id: `source ${from.id} ${to.id}`,
          words: `asks ${to.id} instead of ${from.id}`,
          note: '',
          reason: '',
          said: { sources: { ...said.sources, [from.id]: to.id } },
        })),
    )
}
