// The text of a web request. Described in docs/web-services.md.
import { firstLine } from './steps'

export const HEADER = 'request 1'

/** The text of a new request. */
export const START = `${HEADER}\nget /`

export const isRequest = (text: string): boolean => firstLine(text) === HEADER

/** Whether the outgoing text is a web request. */
export const isSentRequest = (sent: string): boolean => /^(get|post) \//.test(sent)

/** A column of a response and its type. */
export interface ResponseColumn {
  name: string
  type: string
}

const isThen = (line: string): boolean => line.trim() === 'then'

/** The lines of the request, and those of the SQL after it including `then`. */
function parts(text: string): [string[], string[]] {
  const lines = text.split('\n')
  const then = lines.findIndex(isThen)
  return then < 0 ? [lines, []] : [lines.slice(0, then), lines.slice(then)]
}

const together = (front: string[], behind: string[]): string => [...front, ...behind].join('\n')

/** The offset of the SQL after the request; the end of the text without SQL. */
export function endOfRequest(text: string): number {
  return parts(text)[0].join('\n').length
}

/** The same with another path of its rows. */
export function withRowsAt(text: string, at: string): string {
  const [front, behind] = parts(text)
  const line = `rows at ${at}`
  const said = front.findIndex(one => one.trim().startsWith('rows at'))
  if (said >= 0) return together(front.with(said, line), behind)
  const end = lastWritten(front)
  return together([...front.slice(0, end), line, ...front.slice(end)], behind)
}

/** The same with other declared columns. */
export function withColumns(text: string, columns: ResponseColumn[]): string {
  const [front, behind] = parts(text)
  const rest = front.filter(line => !line.trim().startsWith('column '))
  const end = lastWritten(rest)
  const said = columns.map(({ name, type }) => `column ${name} is ${type}`)
  return together([...rest.slice(0, end), ...said, ...rest.slice(end)], behind)
}

function lastWritten(lines: string[]): number {
  return lines.findLastIndex(line => line.trim() !== '') + 1
}
