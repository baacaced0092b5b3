/* Objects that can be found by name, and the rank of a match. */
export type Kind = 'report' | 'query' | 'parameter' | 'source' | 'table' | 'action'

export interface Findable {
  kind: Kind
  name: string
  /** The note next to the name: the audience of a report, the source of a table. */
  note: string
  /** Where it leads. */
  path: string
}

const MOST_FOUND = 12
const SCATTERED = 3
/* A match in the note ranks above scattered letters. */
const BESIDES = 2.5

/**
 * The rank of a match: 0 prefix, 1 prefix of a word, 2 substring, 3 letters in this
 * order; undefined without a match.
 */
export function fit(name: string, sought: string): number | undefined {
  const [text, wanted] = [name.toLowerCase(), sought.toLowerCase()]
  if (text.startsWith(wanted)) return 0
  if (text.split(/[^\p{L}\p{N}]+/u).some(word => word.startsWith(wanted))) return 1
  if (text.includes(wanted)) return 2
  let at = 0
  for (const letter of text) if (letter === wanted[at]) at++
  return at === wanted.length ? SCATTERED : undefined
}

const besides = (one: Findable, wanted: string): boolean =>
  one.kind.startsWith(wanted) || one.note.toLowerCase().includes(wanted)

/**
 * The best matches first; scattered letters only without better matches; equal ranks keep their order.
 * An empty text matches everything.
 */
export function find(all: Findable[], sought: string): Findable[] {
  const wanted = sought.trim()
  return all
    .flatMap(one => {
      const byName = fit(one.name, wanted)
      const how =
        byName !== undefined && byName < BESIDES ? byName : besides(one, wanted.toLowerCase()) ? BESIDES : byName
      return how === undefined ? [] : [{ one, how }]
    })
    .sort((a, b) => a.how - b.how)
    .filter((one, _, sorted) => one.how !== SCATTERED || sorted[0]?.how === SCATTERED)
    .slice(0, MOST_FOUND)
    .map(({ one }) => one)
}
