/* The lines of a sent statement beside the lines of the query that they come from. */
import type { Placement } from '../api/types'

/** A range of characters of the sent statement. */
export interface SentLine {
  start: number
  end: number
}

export interface AlignedLine {
  /** The number of the line in the query, from 1; 0 for lines after its end. */
  line: number
  /** Sent lines without a line in the query, such as the head of a wrapper, before this one. */
  before: SentLine[]
  /** The sent line; undefined if the line was omitted. */
  sent: SentLine | undefined
}

/* Longer differences are paired in order, since the time grows with their product. */
const MOST_COMPARED = 2_000

function linesOf(text: string): (SentLine & { text: string })[] {
  let start = 0
  return text.split('\n').map(line => {
    const found = { start, end: start + line.length, text: line }
    start = found.end + 1
    return found
  })
}

/* Equal for a line and the same line with bound values. */
const normalized = (line: string): string =>
  line
    .replace(/(?<!:):[A-Za-z]\w*/g, '?')
    .replace(/\?(\s*,\s*\?)+/g, '?')
    .replace(/\s+/g, ' ')
    .trim()

const indexAt = (lines: SentLine[], offset: number): number =>
  lines.findIndex(line => line.start <= offset && offset <= line.end)

/** Pairs of equal lines in both texts, in order (longest common subsequence). */
function equalPairs(left: string[], right: string[]): [number, number][] {
  let head = 0
  while (head < left.length && head < right.length && left[head] === right[head]) head++
  let tail = 0
  while (
    tail < left.length - head &&
    tail < right.length - head &&
    left[left.length - 1 - tail] === right[right.length - 1 - tail]
  )
    tail++
  const pairs: [number, number][] = Array.from({ length: head }, (_one, i) => [i, i])
  pairs.push(...middlePairs(left.slice(head, left.length - tail), right.slice(head, right.length - tail), head))
  for (let i = tail; i > 0; i--) pairs.push([left.length - i, right.length - i])
  return pairs
}

function middlePairs(left: string[], right: string[], shift: number): [number, number][] {
  if (left.length > MOST_COMPARED || right.length > MOST_COMPARED) return []
  const width = right.length + 1
  const longest = new Uint16Array((left.length + 1) * width)
  const at = (i: number, j: number): number => longest[i * width + j] ?? 0
  for (let i = left.length - 1; i >= 0; i--)
    for (let j = right.length - 1; j >= 0; j--)
      longest[i * width + j] = left[i] === right[j] ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1))
  const pairs: [number, number][] = []
  for (let i = 0, j = 0; i < left.length && j < right.length;) {
    if (left[i] === right[j]) pairs.push([shift + i++, shift + j++])
    else if (at(i + 1, j) >= at(i, j + 1)) i++
    else j++
  }
  return pairs
}

const ONLY_JOINING_KEYWORDS = /^[\s()]*((where|and|or|on|having)[\s()]*)*$/i

/* The text with clauses replaced by spaces. Linear: a single line can hold thousands of them. */
function withoutClauses(query: string, omitted: Placement[]): string {
  const pieces: string[] = []
  let at = 0
  for (const { clauseStart, clauseEnd } of [...omitted].sort((a, b) => a.clauseStart - b.clauseStart)) {
    const start = Math.max(at, clauseStart)
    pieces.push(query.slice(at, start), query.slice(start, clauseEnd).replace(/[^\n]/g, ' '))
    at = Math.max(start, clauseEnd)
  }
  return [...pieces, query.slice(at)].join('')
}

/* Lines on which omitted clauses leave nothing but the keywords that joined them. */
function omittedLines(query: string, lines: SentLine[], placements: Placement[]): Set<number> {
  const omitted = placements.filter(one => one.outcome === 'left-out' && one.clauseStart >= 0)
  const remaining = withoutClauses(query, omitted).split('\n')
  const candidates = new Set(omitted.map(one => indexAt(lines, one.start)))
  return new Set([...candidates].filter(line => ONLY_JOINING_KEYWORDS.test(remaining[line] ?? 'none')))
}

/**
 * Each line of a query with the line that was sent for it. Equal lines are matched first; lines whose conditions were rewritten
 * are paired in order between them.
 */
export function alignedLines(query: string, sent: string, placements: Placement[]): AlignedLine[] {
  const left = linesOf(query)
  const right = linesOf(sent)
  const omitted = omittedLines(query, left, placements)
  const partner = new Map(
    equalPairs(
      left.map((line, i) => (omitted.has(i) ? `omitted ${i}` : normalized(line.text))),
      right.map(line => normalized(line.text)),
    ),
  )
  pairGaps(left.length, right.length, partner, omitted)
  return withInsertions(left.length, right, partner)
}

/* Unmatched lines between two matches are paired in order, except omitted ones. */
function pairGaps(lines: number, sentLines: number, partner: Map<number, number>, omitted: Set<number>): void {
  let next = 0
  let waiting: number[] = []
  for (let line = 0; line <= lines; line++) {
    const matched = line === lines ? sentLines : partner.get(line)
    if (matched === undefined) {
      if (!omitted.has(line)) waiting.push(line)
      continue
    }
    for (const one of waiting) if (next < matched) partner.set(one, next++)
    waiting = []
    next = matched + 1
  }
}

function withInsertions(lines: number, right: SentLine[], partner: Map<number, number>): AlignedLine[] {
  const aligned: AlignedLine[] = []
  let next = 0
  for (let line = 0; line < lines; line++) {
    const at = partner.get(line)
    aligned.push({ line: line + 1, before: at === undefined ? [] : right.slice(next, at), sent: right[at ?? -1] })
    if (at !== undefined) next = at + 1
  }
  return next < right.length ? [...aligned, { line: 0, before: right.slice(next), sent: undefined }] : aligned
}
