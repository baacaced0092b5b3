import type { Report } from '../api/types'
import { isPick, ONLY } from '../choices/pickNames'
import { keyInWords } from './rows/keys'
import type { Picked } from './useViewRun'

/*
 * Selections in views as part of a link, see docs/links.md:
 *   only.by-port=Ardlow          a group of the view by-port       only.bands:integer=30   of numbers and other types
 *   without=only.by-port         its group without a value
 * No parameter can be called so, as no name has a point.
 */
const WITHOUT = 'without'
const TYPES = ['text', 'integer', 'decimal', 'date', 'datetime', 'boolean'] as const

export function picksToLink(picked: Picked[]): URLSearchParams {
  const link = new URLSearchParams()
  for (const { viewId, filter } of picked) {
    const name = ONLY + viewId + (filter.type === 'text' ? '' : `:${filter.type}`)
    const value = filter.values[0] as string | null | undefined
    if (value === null || value === undefined) link.append(WITHOUT, name)
    else link.append(name, value)
  }
  return link
}

/** Names of picks of a link that no view of the report knows any more: they are reported, not passed over. */
export function strangePicks(link: URLSearchParams, views: Report['definition']['views']): string[] {
  const said = [...link].map(([name, value]) => (name === WITHOUT ? value : name)).filter(isPick)
  const known = views.filter(view => view.groupBy.length > 0).map(view => view.id)
  return said.filter(name => !known.includes(viewOf(name)))
}

const viewOf = (name: string): string => name.slice(ONLY.length).split(':')[0] ?? ''

/** The picks of a link that a view of the report knows. */
export function picksOfLink(link: URLSearchParams, views: Report['definition']['views']): Picked[] {
  const said = [...link].flatMap(([name, value]): [string, string | null][] => {
    if (isPick(name)) return [[name, value]]
    return name === WITHOUT && isPick(value) ? [[value, null]] : []
  })
  return said.flatMap(([name, value]) => {
    const [viewId, written] = name.slice(ONLY.length).split(':')
    const type = TYPES.find(known => known === written) ?? 'text'
    const view = views.find(one => one.id === viewId)
    const column = view?.groupBy[0]
    if (!view || column === undefined) return []
    const filter = { column, type, values: [value] as string[] }
    return [{ viewId: view.id, queryId: view.queryId, title: view.title, label: keyInWords(column, value), filter }]
  })
}
