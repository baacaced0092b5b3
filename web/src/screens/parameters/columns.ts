import type { ParameterUse, QueryCard } from '../../api/types'
import { choiceInWords } from '../../choices/words'

/** A column of the table of parameters. */
export interface Column {
  name: string
  width: string
  value: (use: ParameterUse, queries: QueryCard[]) => string
}

const RULES: Record<string, string> = {
  'no-filter': 'no filter',
  'rows-without-value': 'rows without a value',
  'not-allowed': 'required',
}

function typeOf({ definition }: ParameterUse): string {
  const covers = definition.covers === 'itself' ? '' : `, ${definition.covers}`
  const range = definition.rangeEnd ? `, range to :${definition.rangeEnd}` : ''
  return `${definition.type}, ${definition.many ? 'many' : 'one'}${covers}${range}`
}

function listOf({ definition, needs }: ParameterUse, queries: QueryCard[]): string {
  const { list } = definition
  if (definition.formula) return `= ${definition.formula}`
  const parents = needs.length ? `, by ${needs.map(name => `:${name}`).join(' ')}` : ''
  switch (list.kind) {
    case 'typed':
      return `${list.values.length} typed`
    case 'column':
      return `${list.column.table}.${list.column.column}`
    case 'query':
      return (queries.find(query => query.id === list.queryId)?.name ?? list.queryId) + parents
    default:
      return 'any value'
  }
}

function defaultOf({ definition }: ParameterUse, queries: QueryCard[]): string {
  const { kind, formula, queryId, choice } = definition.default
  if (definition.formula) return ''
  if (kind === 'formula') return formula
  if (kind === 'query') return queries.find(query => query.id === queryId)?.name ?? queryId
  return choice.kind === 'blank' ? '–' : choiceInWords(definition, choice, definition.list.values)
}

function usesOf(use: ParameterUse): string {
  const count = (kind: string, word: string): string[] => {
    const found = use.uses.filter(one => one.kind === kind).length
    return found
      ? [
          `${found} ${word}${found === 1 ? '' : found && word.endsWith('y') ? '' : 's'}`.replace(
            /querys?$/,
            found === 1 ? 'query' : 'queries',
          ),
        ]
      : []
  }
  return (
    [...count('query', 'query'), ...count('report', 'report'), ...count('parameter', 'parameter')].join(', ') ||
    'nothing'
  )
}

export const columns: Column[] = [
  { name: 'Name', width: '11%', value: use => use.definition.name },
  {
    name: 'Words',
    width: '12%',
    value: use => [use.definition.group, use.definition.label].filter(Boolean).join(' · '),
  },
  { name: 'Type', width: '14%', value: typeOf },
  {
    name: 'Blank',
    width: '8%',
    value: use => (use.definition.formula ? '' : (RULES[use.definition.blankRule] ?? use.definition.blankRule)),
  },
  { name: 'List', width: '14%', value: listOf },
  { name: 'Default', width: '11%', value: defaultOf },
  { name: 'Used by', width: '11%', value: usesOf },
  { name: 'Notices', width: '7%', value: use => use.notices.join(' ') },
]

export function matches(use: ParameterUse, search: string, queries: QueryCard[]): boolean {
  const text = [...columns.map(column => column.value(use, queries)), ...use.uses.map(one => one.name)]
    .join(' ')
    .toLowerCase()
  return search
    .toLowerCase()
    .split(/\s+/)
    .every(word => text.includes(word.replace(/^:/, '')))
}
