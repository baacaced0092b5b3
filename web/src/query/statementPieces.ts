/* A sent statement in pieces: text, and values at their placeholders. */
import type { SentValue } from '../api/types'

const MOST_SHOWN = 6

export interface StatementPiece {
  text: string
  value?: SentValue
}

function valueInWords(value: SentValue): string {
  if (value.values.length === 0) return 'NULL'
  const shown = value.values.slice(0, MOST_SHOWN).join(', ')
  if (!value.type.endsWith('[]')) return shown
  return `{${shown}${value.values.length > MOST_SHOWN ? `, … ${value.values.length} values` : ''}}`
}

/** The pieces of a range of the statement. */
export function piecesOf(text: string, values: SentValue[], start = 0, end = text.length): StatementPiece[] {
  const pieces: StatementPiece[] = []
  let at = start
  for (const value of values) {
    if (value.offset < start || value.offset >= end) continue
    pieces.push({ text: text.slice(at, value.offset) }, { text: valueInWords(value), value })
    at = value.offset + 1
  }
  return [...pieces, { text: text.slice(at, end) }].filter(piece => piece.text || piece.value)
}
