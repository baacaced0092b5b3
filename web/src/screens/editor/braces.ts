/* Completion within a question line: a name that is begun behind a brace. */
export interface Begun {
  /** Where the name begins, after the brace or the two dots of a range. */
  at: number
  name: string
}

/** The name that is begun at the caret; nothing where no brace is open. */
export function begunAt(text: string, caret: number): Begun | undefined {
  const before = text.slice(0, caret)
  const found = /(?:^|[^{])\{((?:\w+\.\.)?)(\w*)$/.exec(before)
  const name = found?.[2]
  return name === undefined ? undefined : { at: caret - name.length, name }
}

/** The text with the name in place of what was begun, its brace closed, and where the caret is then. */
export function completed(text: string, caret: number, begun: Begun, name: string): { text: string; caret: number } {
  const rest = text.slice(caret).replace(/^\w*/, '')
  const closed = rest.startsWith('}') || rest.startsWith('..') ? rest : `}${rest}`
  const before = text.slice(0, begun.at) + name
  return { text: before + closed, caret: before.length + (closed.startsWith('}') ? 1 : 0) }
}

/** Names that fit what is begun: those that begin so first. */
export function fitting(names: string[], begun: string): string[] {
  const wanted = begun.toLowerCase()
  const begins = names.filter(name => name.toLowerCase().startsWith(wanted))
  const has = names.filter(name => !begins.includes(name) && name.toLowerCase().includes(wanted))
  return [...begins, ...has]
}
