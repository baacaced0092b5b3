import type { Choice, ListedValue, Parameter } from '../api/types'
import { numberInWords, textInWords } from '../formats'
import { periodInWords } from './periods'

const MOST_NAMED = 3

/** A choice as text: "Ardlow, Skerrin and 3 more", "any vessel", "1 Mar 2026", "15 min". */
export function choiceInWords(parameter: Parameter, choice: Choice, list: ListedValue[]): string {
  if (choice.kind === 'blank') return parameter.blankLabel || `any ${parameter.label.toLowerCase()}`
  if (choice.kind === 'all') return `every ${parameter.label.toLowerCase()}`
  if (parameter.unlimitedValue !== null && choice.values[0] === String(parameter.unlimitedValue))
    return parameter.blankLabel || 'every row'
  const labels = new Map(list.map(item => [item.value, item.label]))
  const words = choice.values.map(value => textInWords(labels.get(value) ?? valueInWords(parameter, value)))
  if (choice.withoutValue) words.push('no value')
  const named = (COVERED[parameter.covers] ?? '') + several(words)
  return parameter.unit ? `${named} ${parameter.unit}` : named
}

const COVERED: Record<string, string> = {
  containing: 'containing ',
  starting: 'starting with ',
  ending: 'ending with ',
}

function several(words: string[]): string {
  if (words.length <= MOST_NAMED) return words.join(', ')
  return `${words.slice(0, MOST_NAMED - 1).join(', ')} and ${words.length - MOST_NAMED + 1} more`
}

function valueInWords(parameter: Parameter, value: string): string {
  switch (parameter.type) {
    case 'date':
      return periodInWords(parameter.covers, value)
    case 'boolean':
      return value === 'true' ? 'yes' : value === 'false' ? 'no' : value
    case 'integer':
    case 'decimal':
      return numberInWords(value)
    default:
      return value
  }
}
