import type { Placement, PlacementEvidence } from '../api/types'
import { countInWords } from '../formats'
import type { LineNote } from './editor'
import { marginNotes } from './placements'

/** Where a choice ran, short for the margin. A full mark: rows outside were not touched; an open one: they were read. */
export function whereInWords(ran: PlacementEvidence): string {
  switch (ran.site) {
    case 'BY_INDEX':
      return '◆ by index'
    case 'BY_PART':
      return '◆ by file'
    case 'PUSHED_DOWN':
      return '◆ at the store beneath'
    case 'WHILE_SCANNING':
      return '◇ while scanning'
    case 'AFTER_JOIN':
      return '◇ after joining'
    case 'AFTER_GROUP':
      return '◇ after grouping'
    case 'ON_INNER_RESULT':
      return '◇ on an inner result'
    case 'STOPS_EARLY':
      return '◆ stops early'
    case 'AFTER_SORTING':
      return '◇ after sorting all'
    case 'AT_SOURCE':
      return '◆ at the source'
    case 'AT_SERVICE':
      return '◆ at the service'
    case 'HERE':
      return '◇ here, on fetched rows'
    case 'LEFT_OUT':
      return '– omitted: blank'
    case 'NOT_KNOWN':
      return '· not known'
    default:
      return ran.site satisfies never
  }
}

/** The same as a sentence, with the index, the table and the rows it took. */
export function whereAtLength(ran: PlacementEvidence): string {
  const of = ran.table ? ` of ${ran.table}` : ''
  const read = ran.rowsRead >= 0 ? `, ${countInWords(ran.rowsRead)} read` : ''
  switch (ran.site) {
    case 'BY_INDEX':
      return `at the database, ${ran.index ? `index ${ran.index}` : 'by an index'}${read}`
    case 'BY_PART':
      return `at the database, opens only files that can match${read}`
    case 'PUSHED_DOWN':
      return `at the underlying store${of}, returns only matching rows${read}`
    case 'WHILE_SCANNING':
      return `at the database, tested on each row${of}${read}`
    case 'AFTER_JOIN':
      return 'at the database, tested on joined rows'
    case 'AFTER_GROUP':
      return 'at the database, tested on groups'
    case 'ON_INNER_RESULT':
      return 'at the database, on the result of an inner query'
    case 'STOPS_EARLY':
      return 'at the database, stops after enough rows'
    case 'AFTER_SORTING':
      return 'at the database, after reading and sorting or grouping all matching rows'
    case 'AT_SOURCE':
      return 'at the database, as an argument or a name'
    case 'AT_SERVICE':
      return 'at the service, as a part of the request'
    case 'HERE':
      return `here, on ${ran.rowsRead >= 0 ? `the ${countInWords(ran.rowsRead)} rows` : 'rows'} that were fetched`
    case 'LEFT_OUT':
      return 'blank, omitted from the statement'
    case 'NOT_KNOWN':
      return 'sent to the database; its plan does not show where'
    default:
      return ran.site satisfies never
  }
}

/** Margin notes: where each clause ran, once the database has told; until then what was sent of it. */
export function whereNotes(text: string, placements: Placement[], verdicts: PlacementEvidence[]): LineNote[] {
  if (verdicts.length === 0) return marginNotes(text, placements)
  const byLine = new Map<number, { at: number; words: Set<string>; attention: boolean }>()
  for (const ran of verdicts.filter(verdict => verdict.start >= 0)) {
    const line = text.slice(0, ran.start).split('\n').length
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
