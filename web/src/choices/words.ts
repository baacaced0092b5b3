import type { Choice, ListedValue, Parameter } from '../api/types'
import { dateInWords, numberInWords } from '../formats'

const MOST_NAMED = 3

/** What a choice says in the question line: "Ardlow, Skerrin and 3 more", "any vessel", "1 Mar 2026", "15 min". */
export function choiceInWords(parameter: Parameter, choice: Choice, list: ListedValue[]): string {
  if (choice.kind === 'blank') return parameter.blankWords || `any ${parameter.label.toLowerCase()}`
  if (choice.kind === 'all') return `every ${parameter.label.toLowerCase()}`
  if (parameter.everyRow !== '' && choice.values[0] === parameter.everyRow) return parameter.blankWords || 'every row'
  const labels = new Map(list.map(item => [item.value, item.label]))
  const words = choice.values.map(value => labels.get(value) ?? valueInWords(parameter, value))
  if (choice.withoutValue) words.push('no value')
  const named = several(words)
  return parameter.unit ? `${named} ${parameter.unit}` : named
}

function several(words: string[]): string {
  if (words.length <= MOST_NAMED) return words.join(', ')
  return `${words.slice(0, MOST_NAMED - 1).join(', ')} and ${words.length - MOST_NAMED + 1} more`
}

function valueInWords(parameter: Parameter, value: string): string {
  switch (parameter.type) {
    case 'date':
      return dateInWords(value)
    case 'integer':
    case 'decimal':
      return numberInWords(value)
    default:
      return value
  }
}

export interface SentencePart {
  text: string
  parameter?: string
}

/** Cuts a question line into plain text and marks: `from {port} on` gives "from ", the mark of port, " on". */
export function sentenceParts(question: string): SentencePart[] {
  return question
    .split(/(\{[A-Za-z][A-Za-z0-9_]*\})/)
    .filter(part => part !== '')
    .map(part => (part.startsWith('{') ? { text: part, parameter: part.slice(1, -1) } : { text: part }))
}
