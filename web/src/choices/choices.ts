import type { Choice, Choices, Parameter } from '../api/types'

export const blank = (): Choice => ({ kind: 'blank', values: [], withoutValue: false })
export const all = (): Choice => ({ kind: 'all', values: [], withoutValue: false })
export const chosen = (values: string[]): Choice =>
  values.length === 0 ? blank() : { kind: 'values', values, withoutValue: false }

/** The only value of a choice, or an empty text. */
export const onlyValue = (choice: Choice): string => choice.values[0] ?? ''

export function sameChoice(a: Choice | undefined, b: Choice | undefined): boolean {
  return JSON.stringify(a) === JSON.stringify(b)
}

export function defaultsOf(parameters: Parameter[]): Choices {
  return Object.fromEntries(parameters.map(parameter => [parameter.name, parameter.default.choice]))
}

/** How many values a choice has, rows without a value counted as one. */
export const countOf = (choice: Choice): number => choice.values.length + (choice.withoutValue ? 1 : 0)
