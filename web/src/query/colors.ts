const MARKS = 8

/** A color for each name, by the names of the tokens; the `:name` always is next to it. */
export function colorsFor(names: string[]): Record<string, string> {
  return Object.fromEntries(names.map((name, i) => [name, `var(--mark-${(i % MARKS) + 1})`]))
}
