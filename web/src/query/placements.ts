import type { Placement } from '../api/types'
import type { LineNote, Mark } from './editor'

/** The outcome of a parameter, short for the margin. */
export function outcomeInWords(placement: Placement): string {
  switch (placement.outcome) {
    case 'bound':
      return 'bound'
    case 'spread':
      return `${placement.values} ${placement.values === 1 ? 'value' : 'values'} bound`
    case 'widened':
      return 'all that it covers'
    case 'half':
      return 'one end open'
    case 'without-value':
      return 'rows without a value'
    case 'named':
      return 'name put in'
    case 'limited':
      return 'row limit'
    case 'left-out':
      return 'omitted: blank'
    default:
      return placement.outcome satisfies never
  }
}

/** The number of the line of an offset, from 0. */
export function lineNumbers(text: string): (offset: number) => number {
  const ends: number[] = []
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) ends.push(at)
  return offset => {
    let low = 0
    let high = ends.length
    while (low < high) {
      const middle = (low + high) >> 1
      if ((ends[middle] ?? offset) < offset) low = middle + 1
      else high = middle
    }
    return low
  }
}

/** Margin notes, one per line: the outcome of its clauses. */
export function marginNotes(text: string, placements: Placement[]): LineNote[] {
  const byLine = new Map<number, { at: number; words: Set<string> }>()
  const lineOf = lineNumbers(text)
  for (const placement of placements.filter(p => p.start >= 0)) {
    const line = lineOf(placement.start)
    const note = byLine.get(line) ?? { at: placement.start, words: new Set<string>() }
    note.words.add(outcomeInWords(placement))
    byLine.set(line, note)
  }
  return [...byLine.values()].map(note => ({ at: note.at, text: [...note.words].join(', '), attention: false }))
}

/** Omitted text, shown struck through: a whole clause, or one end of a range. */
export function goneMarks(placements: Placement[]): Mark[] {
  const kept = new Set(
    placements.filter(placement => placement.outcome !== 'left-out').map(placement => placement.clauseStart),
  )
  return placements
    .filter(placement => placement.outcome === 'left-out' && placement.clauseStart >= 0)
    .map(({ start, end, clauseStart, clauseEnd }) =>
      kept.has(clauseStart)
        ? { start, end, kind: 'gone' as const }
        : { start: clauseStart, end: clauseEnd, kind: 'gone' as const },
    )
}
