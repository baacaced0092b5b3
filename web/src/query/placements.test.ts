import { describe, expect, it } from 'vitest'
import type { Placement } from '../api/types'
import { goneMarks, marginNotes } from './placements'

const at = (start: number, outcome: Placement['outcome'], values = 1): Placement => ({
  parameter: 'p',
  outcome,
  values,
  start,
  end: start + 2,
  clauseStart: start - 4,
  clauseEnd: start + 2,
  sentStart: 0,
  sentEnd: 0,
})

describe('the margin of the editor', () => {
  it('shows each text once per line', () => {
    const notes = marginNotes('x = :p and\ny = :p or z = :p', [at(4, 'spread', 2), at(15, 'bound'), at(25, 'bound')])
    expect(notes.map(note => note.text)).toEqual(['2 values bound', 'bound'])
  })

  it('ignores parameters that the text does not contain', () => {
    expect(marginNotes('select 1', [{ ...at(0, 'limited'), start: -1 }])).toEqual([])
  })

  it('strikes out only omitted conditions', () => {
    expect(goneMarks([at(4, 'left-out'), at(15, 'bound')])).toEqual([{ start: 0, end: 6, kind: 'gone' }])
  })

  it('strikes out only the open end of a range', () => {
    const range = [
      { ...at(10, 'half'), clauseStart: 0, clauseEnd: 19 },
      { ...at(17, 'left-out'), clauseStart: 0, clauseEnd: 19 },
    ]
    expect(goneMarks(range)).toEqual([{ start: 17, end: 19, kind: 'gone' }])
  })
})
