// The SQL editor: plain SQL with parameters in their colours, and what happened to each clause at the end of its line.
import { autocompletion, completionKeymap } from '@codemirror/autocomplete'
import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands'
import { PostgreSQL, sql } from '@codemirror/lang-sql'
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language'
import { EditorState, RangeSetBuilder, StateEffect, StateField } from '@codemirror/state'
import { Decoration, EditorView, keymap, lineNumbers, WidgetType, type DecorationSet } from '@codemirror/view'
import { tags } from '@lezer/highlight'

export interface Mark {
  start: number
  end: number
  kind: 'parameter' | 'gone' | 'problem' | 'notice'
  colour?: string
  parameter?: string
  lit?: boolean
}

export interface LineNote {
  at: number
  text: string
  attention: boolean
}

export interface Decorated {
  marks: Mark[]
  notes: LineNote[]
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

const look = HighlightStyle.define([
  { tag: tags.keyword, color: '#175a6b', fontWeight: '600' },
  { tag: tags.string, color: '#7a4a12' },
  { tag: tags.number, color: '#5b3a86' },
  { tag: tags.comment, color: '#77716a', fontStyle: 'italic' },
])

const theme = EditorView.theme({
  '&': { height: '100%', backgroundColor: 'transparent', fontSize: '12.5px' },
  // What is typed is what is sent: >= must not turn into another sign.
  '.cm-scroller': { fontFamily: 'var(--mono)', lineHeight: '1.72', fontVariantLigatures: 'none' },
  '.cm-gutters': { backgroundColor: 'transparent', border: 'none', color: '#746e62' },
  '&.cm-focused': { outline: 'none' },
  '.cm-content': { padding: '8px 0' },
  '.cm-line': { paddingRight: '8px' },
  '.cm-parameter': { background: 'color-mix(in srgb, var(--k) 14%, #fff)', borderBottom: '2px solid var(--k)', borderRadius: '3px', padding: '0 2px' },
  '.cm-gone': { color: '#8b857a', textDecoration: 'line-through' },
  '.cm-gone span': { color: 'inherit' },
  '.cm-problem': { textDecoration: 'underline wavy #b0431f' },
  '.cm-notice': { textDecoration: 'underline dotted #9a5b14', textUnderlineOffset: '3px' },
  '.cm-lit': { outline: '2px solid var(--k)' },
  '.cm-tooltip.cm-tooltip-autocomplete': { background: 'var(--card)', border: '1px solid #c9c2b2', borderRadius: '5px' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: 'var(--mono)' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { background: 'var(--wash)', color: 'var(--ink)' },
  '.cm-where': { float: 'right', fontFamily: "'Atkinson Hyperlegible'", fontSize: '12px', color: 'var(--soft)', paddingLeft: '12px' },
  '.cm-where.attention': { color: 'var(--buoy)' },
})

export interface EditorCallbacks {
  onChange: (text: string) => void
  onRun: () => void
  onHover: (parameter: string) => void
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
          ...completionKeymap, ...defaultKeymap, ...historyKeymap, indentWithTab,
        ]),
        sql({ dialect: PostgreSQL }),
        autocompletion({ icons: false }),
        syntaxHighlighting(look),
        decorationField,
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
