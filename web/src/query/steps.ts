// The text of steps, line by line. Described in docs/steps.md.

export const HEADER = 'steps 1'
const OFF = 'off: '

/** The first line of a text, which tells its form. */
export const firstLine = (text: string): string => /^.*/.exec(text)?.[0].trim() ?? ''

export const isSteps = (text: string): boolean => firstLine(text) === HEADER

/** The text of a step, and whether it is enabled. */
export interface Line {
  words: string
  on: boolean
}

export function linesOf(text: string): Line[] {
  return text
    .split('\n')
    .slice(1)
    .filter(line => line.trim() !== '')
    .map(line => line.trim())
    .map(line =>
      line.startsWith('off:') ? { words: line.slice('off:'.length).trim(), on: false } : { words: line, on: true },
    )
}

export const textOf = (lines: Line[]): string =>
  [HEADER, ...lines.map(line => (line.on ? '' : OFF) + line.words)].join('\n')

/** The steps up to one, which is included even if disabled. */
export const upTo = (lines: Line[], step: number): string =>
  textOf(lines.slice(0, step + 1).map((line, i) => (i === step ? { ...line, on: true } : line)))

export const withWords = (lines: Line[], step: number, words: string): Line[] =>
  lines.map((line, i) => (i === step ? { ...line, words } : line))

export const switched = (lines: Line[], step: number): Line[] =>
  lines.map((line, i) => (i === step ? { ...line, on: !line.on } : line))

export const without = (lines: Line[], step: number): Line[] => lines.filter((_line, i) => i !== step)

export const inserted = (lines: Line[], at: number, ...more: string[]): Line[] =>
  insertedLines(
    lines,
    at,
    more.map(words => ({ words, on: true })),
  )

export const insertedLines = (lines: Line[], at: number, more: Line[]): Line[] => [
  ...lines.slice(0, at),
  ...more,
  ...lines.slice(at),
]

/** Typed or pasted steps: one per line, with or without the first line of the format. */
export const typedLines = (typed: string): Line[] =>
  linesOf(isSteps(typed.trimStart()) ? typed.trimStart() : `${HEADER}\n${typed}`)

/** Steps as an author types them, without the first line of the format. */
export const typedText = (lines: Line[]): string => textOf(lines).split('\n').slice(1).join('\n')

/** The first step defines the initial rows; no other can precede it. */
export function moved(lines: Line[], from: number, to: number): Line[] {
  const line = lines[from]
  const place = Math.min(Math.max(to, 1), lines.length - 1)
  if (!line || from === 0 || place === from) return lines
  const rest = without(lines, from)
  return [...rest.slice(0, place), line, ...rest.slice(place)]
}

/** A name as a step has it: between quotes where it needs them. */
export const nameOf = (name: string): string =>
  /^[\p{L}_][\p{L}\p{M}\p{N}_$]*$/u.test(name) && !TAKEN.has(name) ? name : `"${name.replaceAll('"', '""')}"`
const TAKEN = new Set(
  'today null true false if then else and or not as by to of is in between has with where on adding query values case current_date'.split(
    ' ',
  ),
)

const TIME = /^\d{4}-\d\d-\d\d([T ]\d\d:\d\d(:\d\d(\.\d{1,9})?)?)?$/
/** A cell as a step compares with it. */
export function valueOf(cell: string | number | boolean | null, type: string): string {
  if (cell === null) return 'no value'
  const written = String(cell)
  if (type === 'integer' || type === 'decimal' || type === 'boolean') return written
  if ((type === 'date' || type === 'datetime') && TIME.test(written)) return written.replace(' ', 'T')
  return `'${written.replaceAll("'", "''")}'`
}

/** Adds a step that counts the rows. */
export const counted = (text: string): string => `${text}\naggregate all rows: count of rows as row_count`

/** Steps that can be created from a column or a cell, with their labels. */
export function stepsOf(column: string, type: string, cell?: string | number | boolean | null): [string, string][] {
  const name = nameOf(column)
  if (cell !== undefined) {
    const value = valueOf(cell, type)
    return cell === null
      ? [
          ['only rows without a value here', `where ${name} has no value`],
          ['only rows with a value here', `where ${name} has a value`],
        ]
      : [
          ['only rows with this value', `where ${name} = ${value}`],
          ['only rows without it', `where ${name} <> ${value} or ${name} has no value`],
        ]
  }
  return [
    ['sort ascending', `sort by ${name}`],
    ['sort descending', `sort by ${name} desc`],
    ['group by it', `group by ${name}: count of rows as row_count`],
    ['distinct values', `columns ${name}`],
    ['remove', `drop columns ${name}`],
    ['rename it', `rename ${name} to ${nameOf(`${column}_2`)}`],
  ]
}

/** The hard-coded value of a step; undefined for other operands. */
export function fixedValue(words: string): string | undefined {
  if (/^'(?:[^']|'')*'$/s.test(words)) return words.slice(1, -1).replaceAll("''", "'")
  return /^-?\d+(\.\d+)?$/.test(words) || TIME.test(words) ? words : undefined
}
