import type { Report } from '../../api/types'

/** For how many of the views a choice counts, where it does not count for all; empty where it does. */
export function reachInWords(report: Report, parameter: string): string {
  const asking = report.definition.views.filter(view => view.kind !== 'text')
  const reached = asking.filter(view => report.viewParameters[view.id]?.includes(parameter)).length
  if (reached === asking.length) return ''
  return reached === 0 ? 'unused: no view depends on it' : `affects ${reached} of ${asking.length} views`
}
