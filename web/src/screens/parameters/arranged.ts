import type { ParameterOverview } from '../../api/types'

/** One row of the screen: a parameter, or the two ends of a range. */
export interface Row {
  first: ParameterOverview
  end?: ParameterOverview
}

export interface Group {
  heading: string
  rows: Row[]
}

export const ORDERS = [
  { value: 'viewers', text: 'in viewer order' },
  { value: 'name', text: 'by name' },
  { value: 'type', text: 'by type' },
  { value: 'uses', text: 'most used first' },
  { value: 'notices', text: 'with notices first' },
] as const
export type Order = (typeof ORDERS)[number]['value']

export const usesOf = (row: Row): ParameterOverview[] => (row.end ? [row.first, row.end] : [row.first])
const nameOf = (row: Row): string => row.first.definition.name

/** The end of a range is in the row of its beginning. */
export function rowsOf(uses: ParameterOverview[]): Row[] {
  const byName = new Map(uses.map(use => [use.definition.name, use]))
  const ends = new Set(uses.map(use => use.definition.rangeEnd).filter(name => byName.has(name)))
  return uses
    .filter(use => !ends.has(use.definition.name))
    .map(use => ({ first: use, end: byName.get(use.definition.rangeEnd) }))
}

const textOf = (pieces: ParameterOverview['sentence']['sentence']): string => pieces.map(piece => piece.text).join('')
/** The content of a row as plain text. */
export const plainly = (row: Row): string =>
  usesOf(row)
    .map(({ sentence: said }) => `${textOf(said.name)}: ${textOf(said.sentence)}`)
    .join('\n')

/** Whether the texts of a row contain all of these words. */
export function matches(row: Row, search: string): boolean {
  const text = usesOf(row)
    .flatMap(({ definition, sentence: said, uses, notices }) => [
      `:${definition.name} ${definition.group}`,
      textOf([...said.name, ...said.sentence]),
      ...uses.map(one => one.name),
      ...notices,
    ])
    .join(' ')
    .toLowerCase()
  return search
    .toLowerCase()
    .split(/\s+/)
    .every(word => text.includes(word))
}

const typeOf = ({ definition }: ParameterOverview): string => `${definition.type} ${definition.multiple}`

const COMPARED: Record<Exclude<Order, 'viewers'>, (a: Row, b: Row) => number> = {
  name: (a, b) => nameOf(a).localeCompare(nameOf(b)),
  type: (a, b) => typeOf(a.first).localeCompare(typeOf(b.first)),
  uses: (a, b) => b.first.uses.length - a.first.uses.length,
  notices: (a, b) => noticesOf(b).length - noticesOf(a).length,
}

export const noticesOf = (row: Row): string[] => usesOf(row).flatMap(use => use.notices)

/** The rows under their headings, in viewer order; in any other order without headings. */
export function arranged(rows: Row[], order: Order): Group[] {
  if (order !== 'viewers') return [{ heading: '', rows: [...rows].sort(COMPARED[order]) }]
  const groups = new Map<string, Row[]>()
  for (const row of rows) {
    const heading = row.first.definition.group
    groups.set(heading, [...(groups.get(heading) ?? []), row])
  }
  return [...groups].map(([heading, of]) => ({ heading, rows: of }))
}

/** The names of all parameters after a row has been moved within its heading. */
export function moved(uses: ParameterOverview[], name: string, steps: number): string[] {
  const rows = rowsOf(uses)
  const at = rows.findIndex(row => nameOf(row) === name)
  const heading = rows[at]?.first.definition.group
  const like = rows.map((row, i) => ({ row, i })).filter(({ row }) => row.first.definition.group === heading)
  const place = like.findIndex(({ i }) => i === at)
  const to = like[Math.max(0, Math.min(like.length - 1, place + steps))]?.i ?? at
  const order = [...rows]
  order.splice(to, 0, ...order.splice(at, 1))
  return order.flatMap(row => usesOf(row).map(use => use.definition.name))
}

const counted = (count: number, one: string, many: string): string[] =>
  count === 0 ? [] : [`${count} ${count === 1 ? one : many}`]

/** The uses of a parameter as text: "3 queries, 2 reports". */
export function usesInWords(use: ParameterOverview): string {
  const of = (kind: string): number => use.uses.filter(one => one.kind === kind).length
  return (
    [
      ...counted(of('query'), 'query', 'queries'),
      ...counted(of('report'), 'report', 'reports'),
      ...counted(of('parameter'), 'parameter', 'parameters'),
    ].join(', ') || 'nothing'
  )
}
