import { countInWords } from '../../formats'

/** Whether a table or function matches: every word of the search is in its name or in one of its parts. */
export function found(search: string, name: string, parts: string[]): boolean {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  return words.every(word => name.toLowerCase().includes(word) || parts.some(part => part.toLowerCase().includes(word)))
}

/** The number of rows, which is an estimate unless counted. */
export function sizeInWords(rows: number, counted = false): string {
  if (rows < 0) return 'size unknown'
  return rows === 0 ? 'no rows' : `${counted ? '' : 'about '}${countInWords(rows)} ${rows === 1 ? 'row' : 'rows'}`
}
