import type { Placement } from '../api/types'
import type { LineNote, Mark } from './editor'

/** What happened to a parameter, in a few words for the margin. */
export function outcomeInWords(placement: Placement): string {
  switch (placement.outcome) {
    case 'BOUND':
      return 'bound'
    case 'SPREAD':
      return `${placement.values} ${placement.values === 1 ? 'value' : 'values'} bound`
    case 'WIDENED':
      return 'all that it covers'
    case 'HALF':
      return 'one end open'
    case 'WITHOUT_VALUE':
      return 'rows without a value'
    case 'NAMED':
      return 'name put in'
    case 'LIMITED':
      return 'row limit'
    case 'LEFT_OUT':
      return 'omitted: blank'
    default:
      return placement.outcome satisfies never
  }
}

/** Margin notes, one for each line of the text: what was sent of its clauses. */
export function marginNotes(text: string, placements: Placement[]): LineNote[] {
  const byLine = new Map<number, { at: number; words: Set<string> }>()
  for (const placement of placements.filter(p => p.start >= 0)) {
    const line = text.slice(0, placement.start).split('\n').length
    const note = byLine.get(line) ?? { at: placement.start, words: new Set<string>() }
    note.words.add(outcomeInWords(placement))
    byLine.set(line, note)
  }
  return [...byLine.values()].map(note => ({ at: note.at, text: [...note.words].join(', '), attention: false }))
}

/** Omitted text, shown struck through: a whole clause, or one end of a range. */
export function goneMarks(placements: Placement[]): Mark[] {
  const kept = new Set(
    placements.filter(placement => placement.outcome !== 'LEFT_OUT').map(placement => placement.clauseStart),
  )
  return placements
    .filter(placement => placement.outcome === 'LEFT_OUT' && placement.clauseStart >= 0)
    .map(({ start, end, clauseStart, clauseEnd }) =>
      kept.has(clauseStart)
        ? { start, end, kind: 'gone' as const }
        : { start: clauseStart, end: clauseEnd, kind: 'gone' as const },
    )
}
