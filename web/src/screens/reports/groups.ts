import type { ReportCard } from '../../api/types'
import { fit } from '../../find/results'

export interface Group {
  name: string
  reports: ReportCard[]
}

const EVERYONE = 'For everyone'
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** The matching reports: favorites first, then by audience. */
export function groupsOf(all: ReportCard[], sought: string, marked: Set<string>): Group[] {
  const wanted = sought.trim()
  const found = all.filter(
    report =>
      wanted === '' ||
      fit(report.name, wanted) !== undefined ||
      [report.audience, report.question.map(part => part.text).join('')].some(text =>
        text.toLowerCase().includes(wanted.toLowerCase()),
      ),
  )
  const groups = new Map<string, ReportCard[]>()
  for (const report of found) {
    const name = marked.has(report.id) ? 'Favorite' : capital(report.audience) || EVERYONE
    groups.set(name, [...(groups.get(name) ?? []), report])
  }
  const place = (name: string): number => (name === 'Favorite' ? 0 : name === EVERYONE ? 2 : 1)
  return [...groups]
    .map(([name, reports]) => ({ name, reports }))
    .sort((a, b) => place(a.name) - place(b.name) || a.name.localeCompare(b.name))
}
