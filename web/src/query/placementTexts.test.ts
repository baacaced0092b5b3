import { describe, expect, it } from 'vitest'
import type { PlacementEvidence } from '../api/types'
import { whereAtLength, whereNotes } from './placementTexts'

const ran = (
  where: PlacementEvidence['site'],
  start: number,
  more: Partial<PlacementEvidence> = {},
): PlacementEvidence => ({
  parameter: 'p',
  outcome: 'bound',
  start,
  end: start + 2,
  clauseStart: 0,
  clauseEnd: 9,
  site: where,
  planStep: '',
  table: 'crossings',
  index: '',
  estimated: -1,
  actual: -1,
  rowsRead: -1,
  advice: '',
  ...more,
})

describe('where a choice ran', () => {
  it('is shown once per line, with a sign where action is possible', () => {
    const notes = whereNotes(
      'a = :p and b = :p\nc = :p',
      [],
      [ran('by-index', 4), ran('by-index', 15), ran('while-scanning', 22, { advice: 'Compare the column.' })],
    )
    expect(notes.map(note => [note.text, note.attention])).toEqual([
      ['◆ by index', false],
      ['◇ while scanning ⚠', true],
    ])
  })

  it('shows the sent condition until the evidence arrives', () => {
    expect(
      whereNotes('a = :p', [{ ...ran('by-index', 4), values: 1, sentStart: 0, sentEnd: 5 }], []).map(note => note.text),
    ).toEqual(['bound'])
  })

  it('names index, table and rows', () => {
    expect(whereAtLength(ran('by-index', 0, { index: 'crossings_time' }))).toBe('at the database, index crossings_time')
    expect(whereAtLength(ran('while-scanning', 0, { rowsRead: 2310 }))).toBe(
      'at the database, tested on each row of crossings, 2,310 read',
    )
  })
})
