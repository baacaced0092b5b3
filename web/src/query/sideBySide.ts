/* Keeps lines of the editor beside those of another pane: their positions, space before them, and a highlighted line. */
import { StateEffect, StateField, type Extension } from '@codemirror/state'
import { BlockType, Decoration, EditorView, WidgetType, type BlockInfo, type DecorationSet } from '@codemirror/view'

/** The position of a visible line in pixels from the top of the document. */
export interface LinePosition {
  line: number
  top: number
  height: number
}

export interface EditorGeometry {
  /** The visible lines. */
  lines: LinePosition[]
  /** The height of the whole document. */
  height: number
  lineHeight: number
  scrollTop: number
}

const space = StateEffect.define<Map<number, number>>()
const highlight = StateEffect.define<number>()

class SpaceWidget extends WidgetType {
  constructor(private readonly lines: number) {
    super()
  }
  override eq(other: SpaceWidget): boolean {
    return other.lines === this.lines
  }
  toDOM(): HTMLElement {
    const element = document.createElement('div')
    element.style.height = `${this.lines}lh`
    return element
  }
}

const highlightedLine = Decoration.line({ class: 'cm-beside' })

const decorated = (effect: typeof space | typeof highlight): StateField<DecorationSet> =>
  StateField.define<DecorationSet>({
    create: () => Decoration.none,
    update(set, { effects, changes, newDoc }) {
      const found = effects.find(one => one.is(effect as typeof space))
      if (!found) return set.map(changes)
      const value: Map<number, number> | number = found.value
      const entries = typeof value === 'number' ? [[value, 0] as const] : [...value]
      return Decoration.set(
        entries
          .filter(([line]) => line > 0 && line <= newDoc.lines)
          .map(([line, lines]) => {
            const at = newDoc.line(line).from
            return typeof value === 'number'
              ? highlightedLine.range(at)
              : Decoration.widget({ widget: new SpaceWidget(lines), block: true, side: -1 }).range(at)
          }),
        true,
      )
    },
    provide: field => EditorView.decorations.from(field),
  })

const textOf = (block: BlockInfo): BlockInfo =>
  Array.isArray(block.type) ? (block.type.find(one => one.type === BlockType.Text) ?? block) : block

function geometryOf(view: EditorView): EditorGeometry {
  const padding = view.documentPadding
  return {
    lines: view.viewportLineBlocks.map(block => {
      const { top, height } = textOf(block)
      return { line: view.state.doc.lineAt(block.from).number, top: top + padding.top, height }
    }),
    height: view.contentHeight,
    lineHeight: view.defaultLineHeight,
    scrollTop: view.scrollDOM.scrollTop,
  }
}

/** Reports positions of lines when they change, and the line under the pointer; 0 for none. */
export function sideBySide(onGeometry: (geometry: EditorGeometry) => void, onLine: (line: number) => void): Extension {
  const measure = (view: EditorView): void =>
    view.requestMeasure({ key: sideBySide, read: geometryOf, write: onGeometry })
  return [
    decorated(space),
    decorated(highlight),
    EditorView.updateListener.of(update => {
      if (update.geometryChanged || update.viewportChanged || update.docChanged) measure(update.view)
    }),
    EditorView.domEventObservers({
      scroll: (_event, view) => measure(view),
      mousemove: (event, view) => {
        const at = view.posAtCoords({ x: event.clientX, y: event.clientY })
        onLine(at === null ? 0 : view.state.doc.lineAt(at).number)
      },
      mouseleave: () => onLine(0),
    }),
  ]
}

/** Leaves blank space before lines. @param lines the number of blank lines, by the number of the line after them */
export const leaveSpace = (view: EditorView, lines: Map<number, number>): void =>
  view.dispatch({ effects: space.of(lines) })

/** Highlights a line; 0 for none. */
export const highlightLine = (view: EditorView, line: number): void => view.dispatch({ effects: highlight.of(line) })
