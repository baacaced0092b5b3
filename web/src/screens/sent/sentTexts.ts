import type { SentStatement } from '../../api/types'

const MOST_VALUES = 3

/** The report and the view of a statement. */
const viewInWords = (line: SentStatement): string =>
  [line.reportName, line.viewTitle || line.viewId].filter(Boolean).join(', ')

/** The cause of a statement as text. */
export function causeInWords(line: SentStatement): string {
  if (line.cause === 'report') return `report ${viewInWords(line)}`
  if (line.cause === 'editor') return `editor of ${viewInWords(line)}`
  if (line.cause === 'evidence') return 'plan'
  return line.cause === 'list' ? 'value list' : line.cause
}

export const outcomeInWords = (line: SentStatement): string =>
  OUTCOMES.find(known => known.value === line.outcome)?.text ?? line.outcome

/** The values of a statement by parameter, each value once. */
export function choicesInWords(line: SentStatement): string {
  const byParameter = new Map<string, Set<string>>()
  for (const value of line.values.filter(sent => sent.parameter)) {
    const known = byParameter.get(value.parameter) ?? new Set()
    for (const each of value.type === 'private' ? ['private'] : value.values) known.add(each)
    byParameter.set(value.parameter, known)
  }
  return [...byParameter]
    .map(
      ([name, values]) =>
        `${name}: ${[...values].slice(0, MOST_VALUES).join(', ')}${values.size > MOST_VALUES ? ' …' : ''}`,
    )
    .join('  ')
}

export const OUTCOMES = [
  { value: '', text: 'any outcome' },
  { value: 'done', text: 'succeeded' },
  { value: 'failed', text: 'failed' },
  { value: 'stopped', text: 'stopped' },
  { value: 'running', text: 'running' },
  { value: 'shared', text: 'shared' },
]
export const CAUSES = [
  { value: '', text: 'any cause' },
  { value: 'report', text: 'reports' },
  { value: 'bench', text: 'the bench' },
  { value: 'list', text: 'value lists' },
  { value: 'download', text: 'downloads' },
  { value: 'editor', text: 'report editor' },
  { value: 'rehearsal', text: 'rehearsals' },
  { value: 'copy', text: 'stored copies' },
  { value: 'delivery', text: 'deliveries' },
  { value: 'evidence', text: 'plans' },
]
export const ORDERS = [
  { value: 'new', text: 'newest first' },
  { value: 'slow', text: 'slowest first' },
  { value: 'failed', text: 'failed first' },
]
