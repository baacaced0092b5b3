import type { ListedValue } from '../api/types'

/** The values in pasted text: one per line or cell; a single value is not a list. */
export function pastedValues(text: string): string[] {
  const lines = text
    .split(/\r?\n/)
    .map(line => line.trim())
    .filter(line => line !== '')
  const cells =
    lines.length > 1
      ? lines.map(line => (line.split('\t')[0] ?? '').trim())
      : (lines[0] ?? '').split('\t').map(cell => cell.trim())
  const values = [...new Set(cells.filter(cell => cell !== ''))]
  return values.length > 1 ? values : []
}

/** Which of the pasted texts are on the list, by value or by label. */
export function matched(pasted: string[], list: ListedValue[]): { values: string[]; unknown: string[] } {
  const byText = new Map<string, string>()
  for (const item of list) byText.set(item.label, item.value)
  for (const item of list) byText.set(item.value, item.value)
  const values = pasted.flatMap(text => byText.get(text) ?? [])
  return { values: [...new Set(values)], unknown: pasted.filter(text => !byText.has(text)) }
}
