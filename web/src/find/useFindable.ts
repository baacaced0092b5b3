import { shallowRef, type ShallowRef } from 'vue'
import { project } from '../api/client'
import { useMe } from '../api/me'
import type { ReportCard, Source } from '../api/types'
import type { Findable } from './results'

const ACTIONS: Findable[] = [
  { kind: 'action', name: 'All reports', note: 'go there', path: '/reports' },
  { kind: 'action', name: 'New report', note: 'from a query', path: '/reports?new=report' },
  { kind: 'action', name: 'All queries, and a new one', note: 'go there', path: '/queries' },
  { kind: 'action', name: 'All parameters', note: 'go there', path: '/parameters' },
  { kind: 'action', name: 'All sources, and a new one', note: 'go there', path: '/sources' },
  { kind: 'action', name: 'Sent statements', note: 'go there', path: '/sent' },
]

/** All objects of the project that the user may see. */
export function useFindable(): {
  all: ShallowRef<Findable[]>
  /** Sources whose tables could not be loaded. */
  silent: ShallowRef<string[]>
  load: () => Promise<void>
} {
  const { isAuthor } = useMe()
  const all = shallowRef<Findable[]>([])
  const silent = shallowRef<string[]>([])
  const add = (more: Findable[]): void => void (all.value = [...all.value, ...more])
  const orNone = <T>(found: Promise<T[]>): Promise<T[]> => found.catch(() => [])

  async function load(): Promise<void> {
    const actions = isAuthor.value ? ACTIONS : ACTIONS.filter(one => one.path === '/reports')
    all.value = actions
    silent.value = []
    const [reports, queries, parameters, sources] = await Promise.all([
      orNone(project.list('/reports')),
      orNone(project.list('/queries')),
      orNone(project.list('/parameters')),
      orNone(project.list('/sources')),
    ])
    all.value = [
      ...reports.map(one => ({ kind: 'report' as const, name: one.name, note: one.audience, path: pathOf(one) })),
      ...queries.map(one => ({
        kind: 'query' as const,
        name: one.name,
        note: one.source,
        path: `/queries/${one.id}`,
      })),
      ...parameters.map(({ definition }) => ({
        kind: 'parameter' as const,
        name: `:${definition.name}`,
        note: definition.label,
        path: `/parameters?open=${definition.name}`,
      })),
      ...sources.map(one => ({ kind: 'source' as const, name: one.id, note: one.title, path: `/sources#${one.id}` })),
      ...actions,
    ]
    await Promise.all(sources.map(tablesOf))
  }

  /* Catalogs come from the databases themselves: each is added when it arrives. */
  async function tablesOf(source: Source): Promise<void> {
    const contents = await project
      .get('/sources/{id}/contents', { params: { path: { id: source.id } } })
      .catch(() => undefined)
    if (!contents) silent.value = [...silent.value, source.id]
    add(
      (contents?.tables ?? []).map(table => ({
        kind: 'table' as const,
        name: table.name,
        note: source.id,
        path: `/sources?${new URLSearchParams({ schema: table.schema, table: table.name }).toString()}#${source.id}`,
      })),
    )
  }
  return { all, silent, load }
}

const pathOf = (report: ReportCard): string =>
  report.status === 'draft' ? `/reports/${report.id}/edit` : `/reports/${report.id}`
