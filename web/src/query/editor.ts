// The SQL editor: plain SQL with parameters in their colours, and what happened to each clause at the end of its line.
import { autocompletion, completionKeymap, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete'
import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands'
import { MariaSQL, PostgreSQL, sql, SQLite } from '@codemirror/lang-sql'
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language'
import { Compartment, EditorState, RangeSetBuilder, StateEffect, StateField } from '@codemirror/state'
import { Decoration, EditorView, keymap, lineNumbers, showTooltip, WidgetType, type DecorationSet } from '@codemirror/view'
import { tags } from '@lezer/highlight'

export interface Mark {
  start: number
  end: number
  kind: 'parameter' | 'gone' | 'problem' | 'notice' | 'fixed'
  colour?: string
  parameter?: string
  lit?: boolean
}

export interface LineNote {
  at: number
  text: string
  attention: boolean
}

/** A fixed value that viewers could choose, at one of its places. */
export interface FixedPlace {
  start: number
  end: number
  /** Where its first literal begins, by which it is asked for. */
  at: number
  words: string
}

export interface Decorated {
  marks: Mark[]
  notes: LineNote[]
  fixed: FixedPlace[]
}

const decorate = StateEffect.define<Decorated>()

class NoteWidget extends WidgetType {
  constructor(private readonly note: LineNote) {
    super()
  }
  override eq(other: NoteWidget): boolean {
    return other.note.text === this.note.text && other.note.attention === this.note.attention
  }
  toDOM(): HTMLElement {
    const element = document.createElement('span')
    element.className = this.note.attention ? 'cm-where attention' : 'cm-where'
    element.textContent = this.note.text
    return element
  }
}

function decorations(state: EditorState, decorated: Decorated): DecorationSet {
  const ranges = decorated.marks
    .filter(mark => mark.end <= state.doc.length && mark.start < mark.end)
    .map(mark => ({ from: mark.start, to: mark.end, value: Decoration.mark({
      class: `cm-${mark.kind}${mark.lit ? ' cm-lit' : ''}`,
      attributes: { ...(mark.colour ? { style: `--k:${mark.colour}` } : {}), ...(mark.parameter ? { 'data-parameter': mark.parameter } : {}) },
    }) }))
  const notes = decorated.notes
    .filter(note => note.at <= state.doc.length)
    .map(note => {
      const end = state.doc.lineAt(note.at).to
      return { from: end, to: end, value: Decoration.widget({ widget: new NoteWidget(note), side: 1 }) }
    })
  const builder = new RangeSetBuilder<Decoration>()
  for (const range of [...ranges, ...notes].sort((a, b) => a.from - b.from || a.value.startSide - b.value.startSide)) {
    builder.add(range.from, range.to, range.value)
  }
  return builder.finish()
}

const decorationField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, transaction) {
    const told = transaction.effects.find(effect => effect.is(decorate))
    return told ? decorations(transaction.state, told.value) : set.map(transaction.changes)
  },
  provide: field => EditorView.decorations.from(field),
})

/* Mapped with each edit; what was told of an older text must not be offered at a wrong place. */
const fixedField = StateField.define<FixedPlace[]>({
  create: () => [],
  update(places, transaction) {
    const told = transaction.effects.find(effect => effect.is(decorate))
    if (told) return told.value.fixed
    return transaction.docChanged ? [] : places
  },
})

const placeAtCursor = (state: EditorState): FixedPlace | undefined => {
  const { head, empty } = state.selection.main
  return empty ? state.field(fixedField).find(place => place.start <= head && head <= place.end) : undefined
}

/** Where the cursor stands in a fixed value, a button under it offers to let viewers choose it. */
const offerTooltip = (onChoose: (at: number) => void) => showTooltip.compute([fixedField, 'selection'], state => {
  const place = placeAtCursor(state)
  if (!place) return null
  return { pos: place.start, above: false, create: () => {
    const dom = document.createElement('div')
    dom.className = 'cm-offer'
    const button = document.createElement('button')
    button.className = 'as-link'
    button.textContent = 'Let viewers choose it'
    button.title = 'Alt Enter'
    button.addEventListener('mousedown', event => { event.preventDefault(); onChoose(place.at) })
    const words = document.createElement('span')
    words.className = 'soft small'
    words.textContent = place.words
    dom.append(button, words)
    return { dom }
  } }
})

const look = HighlightStyle.define([
  { tag: tags.keyword, color: 'var(--sea)', fontWeight: '600' },
  { tag: tags.string, color: 'var(--code-text)' },
  { tag: tags.number, color: 'var(--code-number)' },
  { tag: tags.comment, color: 'var(--code-comment)', fontStyle: 'italic' },
])

const theme = EditorView.theme({
  '&': { height: '100%', backgroundColor: 'transparent', fontSize: '12.5px' },
  // What is typed is what is sent: >= must not turn into another sign.
  '.cm-scroller': { fontFamily: 'var(--mono)', lineHeight: '1.72', fontVariantLigatures: 'none' },
  '.cm-gutters': { backgroundColor: 'transparent', border: 'none', color: 'var(--faint)' },
  '&.cm-focused': { outline: 'none' },
  '.cm-content': { padding: '8px 0' },
  '.cm-line': { paddingRight: '8px' },
  '.cm-parameter': { background: 'color-mix(in srgb, var(--k) 14%, var(--field))', borderBottom: '2px solid var(--k)', borderRadius: '3px', padding: '0 2px' },
  '.cm-gone': { color: 'var(--gone)', textDecoration: 'line-through' },
  '.cm-gone span': { color: 'inherit' },
  '.cm-problem': { textDecoration: 'underline wavy var(--buoy)' },
  '.cm-notice': { textDecoration: 'underline dotted var(--amber)', textUnderlineOffset: '3px' },
  '.cm-fixed': { borderBottom: '1.5px dashed var(--dash)' },
  '.cm-tooltip.cm-offer': { background: 'var(--card)', border: '1px solid var(--edge)', borderRadius: '5px', padding: '3px 9px', display: 'flex', gap: '10px', alignItems: 'baseline', fontFamily: "'Atkinson Hyperlegible'", maxWidth: '420px' },
  '.cm-lit': { outline: '2px solid var(--k)' },
  '.cm-tooltip.cm-tooltip-autocomplete': { background: 'var(--card)', border: '1px solid var(--edge)', borderRadius: '5px' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: 'var(--mono)' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { background: 'var(--wash)', color: 'var(--ink)' },
  '.cm-where': { float: 'right', fontFamily: "'Atkinson Hyperlegible'", fontSize: '12px', color: 'var(--soft)', paddingLeft: '12px' },
  '.cm-where.attention': { color: 'var(--buoy)' },
})

/** What the editor completes: the tables of the source with their columns, its functions, and the parameters. */
export interface Known {
  source: string
  tables: Record<string, string[]>
  functions: string[]
  parameters: { name: string; words: string }[]
}

const NOTHING_KNOWN: Known = { source: '', tables: {}, functions: [], parameters: [] }
const language = new Compartment()
const DIALECTS = { MariaDB: MariaSQL, SQLite } as const

function languageFor(known: Known) {
  const dialect = Object.entries(DIALECTS).find(([name]) => known.source.startsWith(name))?.[1] ?? PostgreSQL
  const support = sql({ dialect, schema: known.tables })
  const own = (context: CompletionContext): CompletionResult | null => {
    const parameter = context.matchBefore(/(?<!:):\w*/)
    if (parameter) return { from: parameter.from, options: known.parameters.map(({ name, words }) => ({ label: `:${name}`, detail: words, type: 'variable' })), validFor: /^:\w*$/ }
    const word = context.matchBefore(/\w+/)
    if (!word || known.functions.length === 0) return null
    return { from: word.from, options: known.functions.map(name => ({ label: name, apply: `${name}(`, detail: 'function', type: 'function' })), validFor: /^\w*$/ }
  }
  return [support, dialect.language.data.of({ autocomplete: own })]
}

export function teachNames(view: EditorView, known: Known): void {
  view.dispatch({ effects: language.reconfigure(languageFor(known)) })
}

export interface EditorCallbacks {
  onChange: (text: string) => void
  onRun: () => void
  onHover: (parameter: string) => void
  onChoose: (at: number) => void
}

export function createEditor(parent: HTMLElement, text: string, callbacks: EditorCallbacks): EditorView {
  return new EditorView({
    parent,
    state: EditorState.create({
      doc: text,
      extensions: [
        lineNumbers(),
        history(),
        keymap.of([
          { key: 'Ctrl-Enter', mac: 'Cmd-Enter', run: () => (callbacks.onRun(), true) },
          { key: 'Alt-Enter', run: view => { const place = placeAtCursor(view.state); if (place) callbacks.onChoose(place.at); return !!place } },
          ...completionKeymap, ...defaultKeymap, ...historyKeymap, indentWithTab,
        ]),
        language.of(languageFor(NOTHING_KNOWN)),
        autocompletion({ icons: false }),
        syntaxHighlighting(look),
        decorationField,
        fixedField,
        offerTooltip(callbacks.onChoose),
        theme,
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({ 'aria-label': 'Query text', spellcheck: 'false' }),
        EditorView.updateListener.of(update => update.docChanged && callbacks.onChange(update.state.doc.toString())),
        EditorView.domEventHandlers({
          mouseover: event => callbacks.onHover((event.target as HTMLElement).closest<HTMLElement>('[data-parameter]')?.dataset.parameter ?? ''),
        }),
      ],
    }),
  })
}

export function showDecorations(view: EditorView, decorated: Decorated): void {
  view.dispatch({ effects: decorate.of(decorated) })
}

export function replaceText(view: EditorView, text: string): void {
  if (view.state.doc.toString() !== text) view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text } })
}
