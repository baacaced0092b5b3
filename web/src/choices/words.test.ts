import { describe, expect, it } from 'vitest'
import type { Choice, Parameter } from '../api/types'
import { newParameter } from '../testing/newParameter'
import { all, blank, chosen } from './choices'
import { choiceInWords } from './words'

const port: Parameter = { ...newParameter('port'), multiple: true }
const delay: Parameter = { ...newParameter('min_delay'), type: 'integer', unit: 'min' }
const rows: Parameter = {
  ...newParameter('rows'),
  type: 'integer',
  unit: 'rows',
  unlimitedValue: 0,
  blankLabel: 'every row',
}
const day: Parameter = { ...newParameter('day'), type: 'date' }

describe('the text of a choice', () => {
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
    [{ ...day, covers: 'quarter' }, chosen(['2026-04-01']), 'Q2 2026'],
    [{ ...day, covers: 'year' }, chosen(['2026']), '2026'],
    [{ ...newParameter('note'), covers: 'containing' }, chosen(['fog']), 'containing fog'],
    [{ ...newParameter('open'), type: 'boolean' }, chosen(['false']), 'no'],
  ])('%# reads well', (parameter, choice, words) => {
    expect(choiceInWords(parameter, choice, [])).toBe(words)
  })

  it('shows the label of a listed value', () => {
    expect(choiceInWords(port, chosen(['1']), [{ value: '1', label: 'Ardlow', count: -1 }])).toBe('Ardlow')
  })
})
