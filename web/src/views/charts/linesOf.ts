/* The lines of a result: one, or one per value of a second column. */
import type { Cell, View } from '../../api/types'
import { keyInWords } from '../rows/keys'
import { isDay } from '../../formats'
import { beginOf, stepsBetween, type Stretch } from '../periodSteps'

const MOST_LINES = 8

export interface Line {
  name: string
  /** One for each day that is below; nothing where a stretch has no row. */
  values: (number | null)[]
}

export interface Lines {
  /** The first day of every stretch, in order. */
  days: string[]
  lines: Line[]
  /** The number of omitted lines. */
  leftOut: number
  /** The total of rows without a date; they cannot be on a line. */
  withoutDay: number
}

/**
 * @param rows in chronological order
 * @param span the selected range; empty texts for open ends
 */
export function linesOf(view: View, rows: Cell[][], stretch: Stretch, span: [string, string] = ['', '']): Lines {
  const second = view.groupBy[1]
  const valueOf = (row: Cell[]): number | null => {
    const cell = row[second === undefined ? 1 : 2]
    return cell === null || cell === undefined ? null : Number(cell)
  }
  const known = new Map<string, Map<string, number | null>>()
  let withoutDay = 0
  for (const row of rows) {
    const name = second === undefined ? '' : keyInWords(second, row[1] ?? null)
    const points = known.get(name) ?? new Map<string, number | null>()
    if (row[0] === null) withoutDay += valueOf(row) ?? 0
    else {
      known.set(name, points)
      points.set(String(row[0]).slice(0, 10), valueOf(row))
    }
  }
  const days = daysOf(known, stretch, span)
  const size = (points: Map<string, number | null>): number =>
    [...points.values()].reduce((sum: number, value) => sum + Math.abs(value ?? 0), 0)
  const largest = [...known].sort((a, b) => size(b[1]) - size(a[1])).slice(0, MOST_LINES)
  return {
    days,
    lines: largest.map(([name, points]) => ({ name, values: days.map(day => points.get(day) ?? null) })),
    leftOut: known.size - largest.length,
    withoutDay,
  }
}

/* A line covers the selected range, even where its ends have no rows; without any rows there is no line. */
function daysOf(
  known: Map<string, Map<string, number | null>>,
  stretch: Stretch,
  [from, to]: [string, string],
): string[] {
  const points = [...known.values()].flatMap(line => [...line.keys()])
  if (points.length === 0) return []
  const ends = [from, to].filter(isDay).map(day => beginOf(stretch, day))
  const said = [...new Set([...points, ...ends])].sort()
  const [first, last] = [said[0], said.at(-1)]
  if (first === undefined || last === undefined) return []
  const steps = stepsBetween(first, last, stretch)
  return steps.length === 2 && said.length > 2 ? said : steps
}
