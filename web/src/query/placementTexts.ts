import type { Placement, PlacementEvidence } from '../api/types'
import { countInWords } from '../formats'
import type { LineNote } from './editor'
import { lineNumbers, marginNotes } from './placements'

/** Where a choice ran, short for the margin. A filled sign: other rows were not read; an outlined one: they were. */
export function whereInWords(ran: PlacementEvidence): string {
  switch (ran.site) {
    case 'by-index':
      return '◆ by index'
    case 'by-part':
      return '◆ by file'
    case 'pushed-down':
      return '◆ at the store beneath'
    case 'while-scanning':
      return '◇ while scanning'
    case 'after-join':
      return '◇ after joining'
    case 'after-group':
      return '◇ after grouping'
    case 'on-inner-result':
      return '◇ on an inner result'
    case 'stops-early':
      return '◆ stops early'
    case 'after-sorting':
      return '◇ after sorting all'
    case 'at-source':
      return '◆ at the source'
    case 'at-service':
      return '◆ at the service'
    case 'here':
      return '◇ here, on fetched rows'
    case 'left-out':
      return '– omitted: blank'
    case 'not-known':
      return '· not known'
    default:
      return ran.site satisfies never
  }
}

/** The same as a sentence, with the index, the table and the number of rows. */
export function whereAtLength(ran: PlacementEvidence): string {
  const of = ran.table ? ` of ${ran.table}` : ''
  const read = ran.rowsRead >= 0 ? `, ${countInWords(ran.rowsRead)} read` : ''
  switch (ran.site) {
    case 'by-index':
      return `at the database, ${ran.index ? `index ${ran.index}` : 'by an index'}${read}`
    case 'by-part':
      return `at the database, opens only files that can match${read}`
    case 'pushed-down':
      return `at the underlying store${of}, returns only matching rows${read}`
    case 'while-scanning':
      return `at the database, tested on each row${of}${read}`
    case 'after-join':
      return 'at the database, tested on joined rows'
    case 'after-group':
      return 'at the database, tested on groups'
    case 'on-inner-result':
      return 'at the database, on the result of an inner query'
    case 'stops-early':
      return 'at the database, stops after enough rows'
    case 'after-sorting':
      return 'at the database, after reading and sorting or grouping all matching rows'
    case 'at-source':
      return 'at the database, as an argument or a name'
    case 'at-service':
      return 'at the service, as a part of the request'
    case 'here':
      return `here, on ${ran.rowsRead >= 0 ? `the ${countInWords(ran.rowsRead)} rows` : 'rows'} that were fetched`
    case 'left-out':
      return 'blank, omitted from the statement'
    case 'not-known':
      return 'sent to the database; its plan does not show where'
    default:
      return ran.site satisfies never
  }
}

/** Margin notes: where each clause ran, once the evidence has arrived; until then its outcome. */
export function whereNotes(text: string, placements: Placement[], verdicts: PlacementEvidence[]): LineNote[] {
  if (verdicts.length === 0) return marginNotes(text, placements)
  const byLine = new Map<number, { at: number; words: Set<string>; attention: boolean }>()
  const lineOf = lineNumbers(text)
  for (const ran of verdicts.filter(verdict => verdict.start >= 0)) {
    const line = lineOf(ran.start)
    const note = byLine.get(line) ?? { at: ran.start, words: new Set<string>(), attention: false }
    note.words.add(whereInWords(ran) + (ran.advice ? ' ⚠' : ''))
    note.attention ||= ran.advice !== ''
    byLine.set(line, note)
  }
  return [...byLine.values()].map(note => ({
    at: note.at,
    text: [...note.words].join(', '),
    attention: note.attention,
  }))
}
