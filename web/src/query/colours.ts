const MARKS = 8

/** A colour for each name, by the names of the tokens; the `:name` always is next to it. */
export function coloursFor(names: string[]): Record<string, string> {
  return Object.fromEntries(names.map((name, i) => [name, `var(--mark-${(i % MARKS) + 1})`]))
}
