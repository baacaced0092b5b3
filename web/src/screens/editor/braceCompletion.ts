/* Completion within a question line: a name that is begun behind a brace. */
export interface OpenBrace {
  /** The start of the name, after the brace or the two dots of a range. */
  at: number
  name: string
}

/** The name that is begun at the caret; nothing where no brace is open. */
export function begunAt(text: string, caret: number): OpenBrace | undefined {
  const before = text.slice(0, caret)
  const found = /(?:^|[^{])\{((?:\w+\.\.)?)(\w*)$/.exec(before)
  const name = found?.[2]
  return name === undefined ? undefined : { at: caret - name.length, name }
}

/** The text with the name inserted, its brace closed, and the new caret position. */
export function completed(
  text: string,
  caret: number,
  started: OpenBrace,
  name: string,
): { text: string; caret: number } {
  const rest = text.slice(caret).replace(/^\w*/, '')
  const closed = rest.startsWith('}') || rest.startsWith('..') ? rest : `}${rest}`
  const before = text.slice(0, started.at) + name
  return { text: before + closed, caret: before.length + (closed.startsWith('}') ? 1 : 0) }
}

/** Matching names: prefix matches first. */
export function fitting(names: string[], started: string): string[] {
  const wanted = started.toLowerCase()
  const begins = names.filter(name => name.toLowerCase().startsWith(wanted))
  const has = names.filter(name => !begins.includes(name) && name.toLowerCase().includes(wanted))
  return [...begins, ...has]
}
