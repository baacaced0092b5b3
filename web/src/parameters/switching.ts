import type { Choice, Parameter } from '../api/types'
import { blank } from '../choices/choices'
import { isDay } from '../formats'

/** A parameter switched to something else: what could be kept is in it, what could not is said. */
export interface Switched {
  parameter: Parameter
  /** What could not be kept, one sentence each; empty when nothing was lost. */
  lost: string[]
}

const READABLE: Record<string, (text: string) => boolean> = {
  text: () => true,
  name: () => true,
  boolean: text => text === 'true' || text === 'false',
  integer: text => /^-?\d+$/.test(text),
  decimal: text => /^-?\d+(\.\d+)?$/.test(text),
  date: isDay,
  datetime: text => isDay(text.slice(0, 10)),
}
const CONVERTED: Record<string, (text: string) => string> = {
  date: text => (/^\d{4}-\d{2}-\d{2}[T ]/.test(text) ? text.slice(0, 10) : text),
  integer: text => (/^-?\d+\.0*$/.test(text) ? text.replace(/\..*/, '') : text),
}

function readAs(type: string, choice: Choice): { choice: Choice; lost: string[] } {
  const convert = CONVERTED[type] ?? ((text: string) => text)
  const values = choice.values.map(convert)
  const readable = values.filter(value => READABLE[type]?.(value) ?? true)
  const kept =
    readable.length > 0 || choice.withoutValue || choice.kind === 'all' ? { ...choice, values: readable } : blank()
  return { choice: kept, lost: values.filter(value => !readable.includes(value)) }
}

const named = (values: string[]): string =>
  values
    .slice(0, 3)
    .map(value => `“${value}”`)
    .join(', ') + (values.length > 3 ? ` and ${values.length - 3} more` : '')

/** The same parameter with another type: values that can be read as both stay. */
export function withType(parameter: Parameter, type: string): Switched {
  const start = readAs(type, parameter.default.choice)
  const trial = readAs(type, parameter.trialChoice)
  const listed = parameter.list.values.filter(item => READABLE[type]?.(item.value) ?? true)
  const lost: string[] = []
  if (start.lost.length) lost.push(`The default ${named(start.lost)} is no ${type}.`)
  if (trial.lost.length) lost.push(`The trial value ${named(trial.lost)} is no ${type}.`)
  const unlisted = parameter.list.values.filter(item => !listed.includes(item)).map(item => item.value)
  if (unlisted.length) lost.push(`On the list, ${named(unlisted)} ${unlisted.length === 1 ? 'is' : 'are'} no ${type}.`)
  const periods = ['week', 'month', 'quarter', 'year'].includes(parameter.covers)
  const fits = parameter.covers === 'itself' || (periods ? type === 'date' : type === 'text')
  if (!fits) lost.push(`A ${type} stands for itself, not for “${parameter.covers}”.`)
  const everyRow = type === 'integer' ? parameter.everyRow : ''
  if (parameter.everyRow && !everyRow) lost.push('Only a whole number can mean every row.')
  return {
    parameter: {
      ...parameter,
      type,
      covers: fits ? parameter.covers : 'itself',
      everyRow,
      list: { ...parameter.list, values: listed },
      default: { ...parameter.default, choice: start.choice },
      trialChoice: trial.choice,
    },
    lost,
  }
}

/** The same parameter taking one value or many: of many, one keeps the first. */
export function withMany(parameter: Parameter, many: boolean): Switched {
  const lost: string[] = []
  const one = (choice: Choice, what: string): Choice => {
    if (many) return choice
    if (choice.kind === 'all') {
      lost.push(`The ${what} was all of them, and one value cannot be all.`)
      return blank()
    }
    if (choice.values.length < 2 && !(choice.withoutValue && choice.values.length === 1))
      return choice.withoutValue && choice.values.length === 0 ? blank() : choice
    lost.push(`The ${what} keeps “${choice.values[0]}” of ${choice.values.length} values.`)
    return { kind: 'values', values: choice.values.slice(0, 1), withoutValue: false }
  }
  const start = one(parameter.default.choice, 'default')
  const trial = one(parameter.trialChoice, 'trial value')
  return {
    parameter: { ...parameter, many, default: { ...parameter.default, choice: start }, trialChoice: trial },
    lost,
  }
}

/** The same parameter with another kind of list. What was set up for the kind before goes; Undo brings it back. */
export function withListKind(parameter: Parameter, kind: string): Switched {
  const lost: string[] = []
  if (parameter.list.kind === 'typed' && kind !== 'typed' && parameter.list.values.length > 0) {
    lost.push(`The ${parameter.list.values.length} typed values go; Undo brings them back.`)
  }
  return { parameter: { ...parameter, list: { ...parameter.list, kind } }, lost }
}
