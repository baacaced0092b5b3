import type { Choice, Choices, Parameter, Question } from '../api/types'

export const blank = (): Choice => ({ kind: 'blank', values: [], withoutValue: false })
export const all = (): Choice => ({ kind: 'all', values: [], withoutValue: false })
export const chosen = (values: string[]): Choice =>
  values.length === 0 ? blank() : { kind: 'values', values, withoutValue: false }

/** The only value of a choice, or an empty text. */
export const onlyValue = (choice: Choice): string => choice.values[0] ?? ''

export function sameChoice(a: Choice | undefined, b: Choice | undefined): boolean {
  return JSON.stringify(a) === JSON.stringify(b)
}

/**
 * The periods that figures are compared with, by view. Empty while the question differs from the choices of the rows: a period must not
 * label the figures of another one.
 */
export function periodsFor(question: Question | undefined, choices: Choices): Record<string, string> {
  const isCurrent = Object.entries(question?.choices ?? {}).every(
    ([name, choice]) => !choices[name] || choices[name].values.join('\n') === choice.values.join('\n'),
  )
  return question && isCurrent ? question.comparedPeriods : {}
}

export function defaultsOf(parameters: Parameter[]): Choices {
  return Object.fromEntries(parameters.map(parameter => [parameter.name, parameter.default.choice]))
}

/** The number of values of a choice, including null. */
export const countOf = (choice: Choice): number => choice.values.length + (choice.withoutValue ? 1 : 0)
