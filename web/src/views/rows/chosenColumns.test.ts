import { describe, expect, it } from 'vitest'
import type { RunResult } from '../../api/resultStream'
import type { View } from '../../api/types'
import { chosenColumns } from './chosenColumns'
import { asCells } from './clipboardTable'

const answer = {
  started: { columns: [{ name: 'port' }, { name: 'delay' }, { name: 'note' }] },
  rows: [
    ['Ardlow', 5, null],
    ['Skerrin', 7, 'a\tb'],
  ],
} as unknown as RunResult
const view = (...names: string[]): View => ({ columns: names.map(name => ({ name })) }) as unknown as View

describe('the columns of a table', () => {
  it('are the selected ones in their order', () => {
    const { columns, rows } = chosenColumns(view('note', 'port'), answer)
    expect(columns.map(column => column.name)).toEqual(['note', 'port'])
    expect(rows).toEqual([
      [null, 'Ardlow'],
      ['a\tb', 'Skerrin'],
    ])
  })
  it('are all by default, and exclude removed ones', () => {
    expect(chosenColumns(view(), answer).rows).toBe(answer.rows)
    expect(chosenColumns(view('gone', 'port'), answer).columns.map(column => column.name)).toEqual(['port'])
    expect(chosenColumns(view('gone'), answer).rows).toBe(answer.rows)
  })
  it('are copied as cells with separators quoted', () => {
    expect(asCells(['Port', 'Note'], chosenColumns(view('port', 'note'), answer).rows)).toBe(
      'Port\tNote\nArdlow\t\nSkerrin\t"a\tb"',
    )
    expect(asCells(['a'], [['say "it"\n']])).toBe('a\n"say ""it""\n"')
  })
})
