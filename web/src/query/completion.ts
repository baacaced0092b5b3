// What the SQL editor completes while an author types.
import type { CompletionContext, CompletionResult } from '@codemirror/autocomplete'
import { MariaSQL, PostgreSQL, sql, SQLite } from '@codemirror/lang-sql'
import { Compartment } from '@codemirror/state'
import type { EditorView } from '@codemirror/view'
import type { KnownNames } from './knownNames'
import { requestLanguage } from './requestLanguage'

const NOTHING_KNOWN: KnownNames = { source: '', tables: {}, functions: [], parameters: [] }
const language = new Compartment()
const DIALECTS = { MariaDB: MariaSQL, SQLite } as const

function languageFor(known: KnownNames) {
  const dialect = Object.entries(DIALECTS).find(([name]) => known.source.startsWith(name))?.[1] ?? PostgreSQL
  const support = sql({ dialect, schema: known.tables })
  const own = (context: CompletionContext): CompletionResult | null => {
    const parameter = context.matchBefore(/(?<!:):\w*/)
    if (parameter)
      return {
        from: parameter.from,
        options: known.parameters.map(({ name, words }) => ({ label: `:${name}`, detail: words, type: 'variable' })),
        validFor: /^:\w*$/,
      }
    const word = context.matchBefore(/\w+/)
    if (!word || known.functions.length === 0) return null
    return {
      from: word.from,
      options: known.functions.map(name => ({ label: name, apply: `${name}(`, detail: 'function', type: 'function' })),
      validFor: /^\w*$/,
    }
  }
  return [support, dialect.language.data.of({ autocomplete: own })]
}

/** Completes no names until they are loaded. */
export const completes = language.of(languageFor(NOTHING_KNOWN))

/** @param request whether the text is a web request */
export function teachNames(view: EditorView, known: KnownNames, request = false): void {
  view.dispatch({ effects: language.reconfigure(request ? requestLanguage(known) : languageFor(known)) })
}
