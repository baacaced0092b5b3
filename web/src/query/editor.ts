// The SQL editor: plain SQL with colored parameters, and the outcome of each clause at the end of its line.
import { autocompletion, completionKeymap } from '@codemirror/autocomplete'
import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands'
import { syntaxHighlighting } from '@codemirror/language'
import { EditorState, RangeSetBuilder, StateEffect, StateField } from '@codemirror/state'
import {
  Decoration,
  EditorView,
  keymap,
  lineNumbers,
  showTooltip,
  WidgetType,
  type DecorationSet,
} from '@codemirror/view'
import { completes } from './completion'
import { sideBySide, type EditorGeometry } from './sideBySide'
import { look, theme } from './theme'

export interface Mark {
  start: number
  end: number
  kind: 'parameter' | 'gone' | 'problem' | 'notice' | 'fixed'
  color?: string
  parameter?: string
  highlighted?: boolean
}

export interface LineNote {
  at: number
  text: string
  attention: boolean
}

/** A hard-coded value that can become a parameter, at one of its positions. */
export interface FixedPlace {
  start: number
  end: number
  /** The offset of its first literal, which identifies it. */
  at: number
  words: string
}

export interface EditorDecorations {
  marks: Mark[]
  notes: LineNote[]
  fixed: FixedPlace[]
}

const decorate = StateEffect.define<EditorDecorations>()

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

function decorations(state: EditorState, decorated: EditorDecorations): DecorationSet {
  const ranges = decorated.marks
    .filter(mark => mark.end <= state.doc.length && mark.start < mark.end)
    .map(mark => ({
      from: mark.start,
      to: mark.end,
      value: Decoration.mark({
        class: `cm-${mark.kind}${mark.highlighted ? ' cm-highlighted' : ''}`,
        attributes: {
          ...(mark.color ? { style: `--k:${mark.color}` } : {}),
          ...(mark.parameter ? { 'data-parameter': mark.parameter } : {}),
        },
      }),
    }))
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

/* Mapped through edits; results for an older text must not be offered at a wrong position. */
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

/** A button below a hard-coded value at the cursor that offers to convert it. */
const offerTooltip = (onChoose: (at: number) => void) =>
  showTooltip.compute([fixedField, 'selection'], state => {
    const place = placeAtCursor(state)
    if (!place) return null
    return {
      pos: place.start,
      above: false,
      create: () => {
        const dom = document.createElement('div')
        dom.className = 'cm-offer'
        const button = document.createElement('button')
        button.className = 'as-link'
        button.textContent = 'Make it a parameter'
        button.title = 'Alt Enter'
        button.addEventListener('mousedown', event => {
          event.preventDefault()
          onChoose(place.at)
        })
        const words = document.createElement('span')
        words.className = 'soft small'
        words.textContent = place.words
        dom.append(button, words)
        return { dom }
      },
    }
  })

/**
 * Esc releases Tab until another action, also after closing a completion. By default the editor does
 * so for two seconds, and only if Esc did nothing else, which is unpredictable for users.
 */
const escThenTab = EditorView.domEventObservers({
  keyup: (event, view) => event.key === 'Escape' && view.setTabFocusMode(Infinity),
  mousedown: (_event, view) => view.setTabFocusMode(false),
  blur: (_event, view) => view.setTabFocusMode(false),
})

export interface EditorCallbacks {
  onChange: (text: string) => void
  onRun: () => void
  onHover: (parameter: string) => void
  onChoose: (at: number) => void
  onGeometry: (geometry: EditorGeometry) => void
  onLine: (line: number) => void
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
          {
            key: 'Alt-Enter',
            run: view => {
              const place = placeAtCursor(view.state)
              if (place) callbacks.onChoose(place.at)
              return !!place
            },
          },
          ...completionKeymap,
          ...defaultKeymap,
          ...historyKeymap,
          indentWithTab,
        ]),
        completes,
        autocompletion({ icons: false }),
        syntaxHighlighting(look),
        decorationField,
        fixedField,
        offerTooltip(callbacks.onChoose),
        escThenTab,
        sideBySide(callbacks.onGeometry, callbacks.onLine),
        theme,
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({
          'aria-label': 'Query text',
          'aria-description': 'Tab indents; Esc, then Tab, leaves',
          spellcheck: 'false',
          tabindex: '0',
        }),
        EditorView.updateListener.of(update => update.docChanged && callbacks.onChange(update.state.doc.toString())),
        EditorView.domEventHandlers({
          mouseover: event =>
            callbacks.onHover(
              (event.target as HTMLElement).closest<HTMLElement>('[data-parameter]')?.dataset.parameter ?? '',
            ),
        }),
      ],
    }),
  })
}

export function showDecorations(view: EditorView, decorated: EditorDecorations): void {
  view.dispatch({ effects: decorate.of(decorated) })
}

export function replaceText(view: EditorView, text: string): void {
  if (view.state.doc.toString() !== text)
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text } })
}
