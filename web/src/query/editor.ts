// The SQL editor: plain SQL with colored parameters, and the outcome of each clause at the end of its line.
import { autocompletion, completionKeymap } from '@codemirror/autocomplete'
import { defaultKeymap, history, historyKeymap, indentWithTab, isolateHistory } from '@codemirror/commands'
import { bracketMatching, syntaxHighlighting } from '@codemirror/language'
import { search, searchKeymap } from '@codemirror/search'
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

/** What the analysis of a text shows in it. */
export interface CheckDecorations {
  marks: Mark[]
  fixed: FixedPlace[]
}

/** What the last run of a text shows in it. */
export interface RunDecorations {
  marks: Mark[]
  notes: LineNote[]
}

const showCheck = StateEffect.define<CheckDecorations>()
const showRun = StateEffect.define<RunDecorations>()
const showParameter = StateEffect.define<string>()

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

/* Equal marks share one decoration: there can be thousands of them. */
function decorationOf({ kind, color = '', parameter = '' }: Mark, known: Map<string, Decoration>): Decoration {
  const key = [kind, color, parameter].join(' ')
  const attributes = {
    ...(color ? { style: `--k:${color}` } : {}),
    ...(parameter ? { 'data-parameter': parameter } : {}),
  }
  const found = known.get(key) ?? Decoration.mark({ class: `cm-${kind}`, attributes, parameter })
  known.set(key, found)
  return found
}

function decorations(state: EditorState, decorated: Pick<RunDecorations, 'marks' | 'notes'>): DecorationSet {
  const known = new Map<string, Decoration>()
  const ranges = decorated.marks
    .filter(mark => mark.end <= state.doc.length && mark.start < mark.end)
    .map(mark => ({ from: mark.start, to: mark.end, value: decorationOf(mark, known) }))
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

/* Mapped through edits: an edit does not wait for the next analysis, and moves only the marks of its chunk. */
const checkField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, transaction) {
    const told = transaction.effects.find(effect => effect.is(showCheck))
    return told ? decorations(transaction.state, { ...told.value, notes: [] }) : set.map(transaction.changes)
  },
  provide: field => EditorView.decorations.from(field),
})

const runField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, transaction) {
    const told = transaction.effects.find(effect => effect.is(showRun))
    return told ? decorations(transaction.state, told.value) : set.map(transaction.changes)
  },
  provide: field => EditorView.decorations.from(field),
})

const highlightMark = Decoration.mark({ class: 'cm-highlighted' })

/* The places of the highlighted parameter, which the analysis has marked. Precedes the marks, to be inside them. */
const highlightField = StateField.define<{ parameter: string; set: DecorationSet }>({
  create: () => ({ parameter: '', set: Decoration.none }),
  update(value, transaction) {
    const told = transaction.effects.find(effect => effect.is(showParameter))
    const checked = transaction.effects.some(effect => effect.is(showCheck))
    const parameter = told ? told.value : value.parameter
    if (!told && !checked) return { parameter, set: value.set.map(transaction.changes) }
    const builder = new RangeSetBuilder<Decoration>()
    if (parameter)
      transaction.state.field(checkField).between(0, transaction.newDoc.length, (from, to, mark) => {
        if ((mark.spec as { parameter?: string }).parameter === parameter) builder.add(from, to, highlightMark)
      })
    return { parameter, set: builder.finish() }
  },
  provide: field => EditorView.decorations.from(field, ({ set }) => set),
})

/* Results for an older text must not be offered at a wrong position. */
const fixedField = StateField.define<FixedPlace[]>({
  create: () => [],
  update(places, transaction) {
    const told = transaction.effects.find(effect => effect.is(showCheck))
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
  onFormat: () => void
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
          { key: 'Shift-Alt-f', run: () => (callbacks.onFormat(), true) },
          ...completionKeymap,
          ...searchKeymap,
          ...defaultKeymap,
          ...historyKeymap,
          indentWithTab,
        ]),
        completes,
        autocompletion({ icons: false }),
        syntaxHighlighting(look),
        bracketMatching(),
        search({ top: true }),
        highlightField,
        checkField,
        runField,
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

export function decorateCheck(view: EditorView, decorated: CheckDecorations): void {
  view.dispatch({ effects: showCheck.of(decorated) })
}

export function decorateRun(view: EditorView, decorated: RunDecorations): void {
  view.dispatch({ effects: showRun.of(decorated) })
}

/** Highlights the places of a parameter; none for an empty name. */
export function highlightParameter(view: EditorView, parameter: string): void {
  view.dispatch({ effects: showParameter.of(parameter) })
}

/** Replaces the whole text, as one edit that is undone apart from typing just before it. */
export function replaceText(view: EditorView, text: string): void {
  if (view.state.doc.toString() !== text)
    view.dispatch({
      changes: { from: 0, to: view.state.doc.length, insert: text },
      annotations: isolateHistory.of('full'),
    })
}
