import type { ListedValue } from '../api/types'

/** A typed list as text: one value on each line, `value = label` where they differ. */
export function listText(values: ListedValue[]): string {
  return values.map(item => (item.label === item.value ? item.value : `${item.value} = ${item.label}`)).join('\n')
}

/** Reads such a text; also takes what a spreadsheet puts on the clipboard (value, tab, label). Repeats and blank lines go. */
export function readListText(text: string): ListedValue[] {
  const found = new Map<string, string>()
  for (const line of text.split(/\r?\n/)) {
    const [value = '', label] = line.split(/\t| = /, 2).map(part => part.trim())
    if (value !== '' && !found.has(value)) found.set(value, label || value)
  }
  return [...found].map(([value, label]) => ({ value, label, count: -1 }))
}
