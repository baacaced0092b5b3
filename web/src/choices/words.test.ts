import { describe, expect, it } from 'vitest'
import type { Choice } from '../api/types'
import { newParameter } from '../screens/bench/useParameters'
import { all, blank, chosen } from './choices'
import { choiceInWords, sentenceParts } from './words'

const port = { ...newParameter('port'), many: true }
const delay = { ...newParameter('min_delay'), type: 'integer', unit: 'min' }
const rows = { ...newParameter('rows'), type: 'integer', unit: 'rows', everyRow: '0', blankWords: 'every row' }
const day = { ...newParameter('day'), type: 'date' }

describe('a choice in words', () => {
  it.each<[typeof port, Choice, string]>([
    [port, blank(), 'any port'],
    [port, all(), 'every port'],
    [port, chosen(['A']), 'A'],
    [port, chosen(['A', 'B', 'C']), 'A, B, C'],
    [port, chosen(['A', 'B', 'C', 'D', 'E']), 'A, B and 3 more'],
    [port, { kind: 'values', values: ['A'], withoutValue: true }, 'A, no value'],
    [delay, chosen(['15']), '15 min'],
    [delay, chosen(['soon']), 'soon min'],
    [rows, chosen(['0']), 'every row'],
    [day, chosen(['2026-02-30']), '2026-02-30'],
  ])('%# reads well', (parameter, choice, words) => {
    expect(choiceInWords(parameter, choice, [])).toBe(words)
  })

  it('shows the label of a listed value', () => {
    expect(choiceInWords(port, chosen(['1']), [{ value: '1', label: 'Ardlow' }])).toBe('Ardlow')
  })
})

describe('a question line', () => {
  it('is cut at its marks', () => {
    expect(sentenceParts('From {port} on {day}.')).toEqual([
      { text: 'From ' }, { text: '{port}', parameter: 'port' }, { text: ' on ' }, { text: '{day}', parameter: 'day' }, { text: '.' },
    ])
  })

  it('leaves braces that name nothing alone', () => {
    expect(sentenceParts('a {b c} d')).toEqual([{ text: 'a {b c} d' }])
  })
})
