// Highlighting and completion of web requests. After `then` it is SQL.
import type { CompletionContext, CompletionResult } from '@codemirror/autocomplete'
import { StreamLanguage, type StreamParser } from '@codemirror/language'
import type { KnownNames } from './knownNames'

const STARTS = /^(request 1|get|post|query|header|body|rows at|read as|pages by|column|cached for|then)\b/
const WORDS = /^(joined by|format|last day|read-only|link at|number|offset|of|rows|from|is|header|json|csv)\b/
const SQL =
  /^(select|from|where|and|or|not|in|is|null|like|between|group by|order by|having|limit|as|on|join|left|with|case|when|then|else|end|distinct|union|all|asc|desc|count|sum|avg|min|max|cast|true|false)\b/i

const parser: StreamParser<{ sql: boolean }> = {
  name: 'request',
  startState: () => ({ sql: false }),
  token(stream, state) {
    if (stream.sol() && !state.sql && stream.match(/^\s*--.*/)) return 'comment'
    if (stream.match(/^--.*/)) return 'comment'
    if (stream.eatSpace()) return null
    if (stream.match(/^'(?:[^']|'')*'/)) return 'string'
    if (state.sql) {
      if (stream.match(SQL)) return 'keyword'
      if (stream.match(/^\d+(\.\d+)?/)) return 'number'
    } else if (stream.string.slice(0, stream.pos).trim() === '' && stream.match(STARTS)) {
      state.sql = stream.current() === 'then'
      return 'keyword'
    } else if (!/^\s*(get|post)\b/.test(stream.string) && stream.match(WORDS)) return 'keyword'
    if (!stream.match(/^\w+/)) stream.next()
    return null
  },
  languageData: { commentTokens: { line: '--' } },
}

const LINES: [string, string][] = [
  ['get /', 'the path below the address of the source'],
  ['query  = ', 'a name and a value in the query string'],
  ['header  = ', 'a header and its value'],
  ['rows at ', 'the names that lead to the rows'],
  ['read as json', 'or csv; by default from the content type'],
  ['pages by link at ', 'the names that lead to the address of the next page'],
  ['pages by header', 'the next page is in the Link header'],
  ['pages by number page', 'pages are numbered from 1'],
  ['pages by offset from of 100 rows', 'number of rows to skip'],
  ['column  is ', 'type of a column'],
  ['cached for 10 minutes', 'how long the response is cached'],
  ['then', 'SQL over the rows, named answer'],
]
const BEHIND: [string, string][] = [
  [`joined by ','`, 'several values in one part'],
  [`format 'dd.MM.yyyy'`, 'how days are written'],
  ['last day', 'the last day of the selected month or week'],
]
const options = (all: [string, string][]) => all.map(([label, detail]) => ({ label, detail, type: 'keyword' }))

/** The language of requests, with the names that are known. */
export function requestLanguage(known: KnownNames) {
  const language = StreamLanguage.define(parser)
  const own = (context: CompletionContext): CompletionResult | null => {
    const parameter = context.matchBefore(/(?<![\w:]):\w*/)
    if (parameter)
      return {
        from: parameter.from,
        options: known.parameters.map(({ name, words }) => ({ label: `:${name}`, detail: words, type: 'variable' })),
        validFor: /^:\w*$/,
      }
    const line = context.matchBefore(/^[a-z ]*/)
    if (line && (line.text !== '' || context.explicit)) return { from: line.from, options: options(LINES) }
    const behind = context.matchBefore(/:\w+,? [a-z]*/)
    if (!behind) return null
    return { from: behind.from + behind.text.lastIndexOf(' ') + 1, options: options(BEHIND) }
  }
  return [language, language.data.of({ autocomplete: own })]
}
