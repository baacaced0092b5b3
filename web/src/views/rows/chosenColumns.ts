import type { PartialResult } from '../../api/resultStream'
import type { Cell, Column, View } from '../../api/types'

/** The columns that the author of a table chose, in their order, with their cells; all where none were chosen, or none is left. */
export function chosenColumns(view: View, answer: PartialResult): { columns: Column[]; rows: Cell[][] } {
  const all = answer.started.columns
  const places = view.columns.map(column => all.findIndex(one => one.name === column.name)).filter(place => place >= 0)
  const asTheyAre = places.length === 0 || (places.length === all.length && places.every((place, i) => place === i))
  if (asTheyAre) return { columns: all, rows: answer.rows }
  const pick = <T>(from: T[]): T[] => places.flatMap(place => from.slice(place, place + 1))
  return { columns: pick(all), rows: answer.rows.map(pick) }
}
