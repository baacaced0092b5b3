import { describe, expect, it } from 'vitest'
import { matched, pastedValues } from './pasted'

describe('pasted values', () => {
  it.each<[string, string[]]>([
    ['A\nB\r\nC\n', ['A', 'B', 'C']],
    ['A\tB\tC', ['A', 'B', 'C']],
    ['A\tfirst\nB\tsecond', ['A', 'B']],
    [' A \n\nA\nB, the second', ['A', 'B, the second']],
    ['just words', []],
    ['', []],
  ])('%j', (text, values) => {
    expect(pastedValues(text)).toEqual(values)
  })

  it('are matched by value or label, and the others listed', () => {
    const list = [
      { value: '1', label: 'Ardlow', count: -1 },
      { value: '2', label: '1', count: -1 },
    ]
    expect(matched(['Ardlow', '2', '1', 'Nowhere'], list)).toEqual({ values: ['1', '2'], unknown: ['Nowhere'] })
  })
})
