/* The bars of a result: its groups in order, each as a whole or divided into parts. */
import type { Cell, View } from '../../api/types'
import { keyInWords } from '../rows/keys'

const MOST_PARTS = 8

export interface Bar {
  key: Cell
  name: string
  /** Its figure, or that of each part; nothing where a part has no rows. */
  values: (number | null)[]
  total: number
}

export interface Bars {
  bars: Bar[]
  /** The names of the parts; empty for undivided bars. */
  parts: string[]
  /** The number of omitted parts. */
  leftOut: number
}

const numberOf = (cell: Cell | undefined): number => (cell === null || cell === undefined ? 0 : Number(cell))

/** @param rows in the order in which the source gave the groups */
export function barsOf(view: View, rows: Cell[][]): Bars {
  const [by = '', part] = view.groupBy
  if (part === undefined) {
    const bars = rows.map(row => {
      const value = row[1] === null ? null : Number(row[1])
      return { key: row[0] ?? null, name: keyInWords(by, row[0] ?? null), values: [value], total: value ?? 0 }
    })
    return { bars, parts: [], leftOut: 0 }
  }
  const largest = (map: Map<string, number>): string[] => [...map].sort((a, b) => b[1] - a[1]).map(([name]) => name)
  const sums = new Map<string, number>()
  for (const row of rows) {
    const name = keyInWords(part, row[1] ?? null)
    sums.set(name, (sums.get(name) ?? 0) + numberOf(row[2]))
  }
  const names = largest(sums)
  const parts = names.slice(0, MOST_PARTS)
  const others = new Set(names.slice(MOST_PARTS))
  const adds = view.measures[0]?.additive ?? false
  if (adds && others.size > 0) parts.push('others')
  const bars = new Map<string, Bar>()
  for (const row of rows) {
    const name = keyInWords(by, row[0] ?? null)
    const bar = bars.get(name) ?? { key: row[0] ?? null, name, values: parts.map(() => null), total: 0 }
    bars.set(name, bar)
    const partName = keyInWords(part, row[1] ?? null)
    const at = parts.indexOf(others.has(partName) ? 'others' : partName)
    if (at >= 0) bar.values[at] = (bar.values[at] ?? 0) + numberOf(row[2])
    bar.total = adds ? bar.total + numberOf(row[2]) : Math.max(bar.total, numberOf(row[2]))
  }
  return { bars: ordered([...bars.values()], view.layout.order), parts, leftOut: adds ? 0 : others.size }
}

function ordered(bars: Bar[], order: string): Bar[] {
  if (order === 'keys') return bars
  return bars.sort((a, b) => (order === 'smallest' ? a.total - b.total : b.total - a.total))
}
