import type { Choice, Choices, Report } from '../api/types'
import { toLink } from '../choices/link'
import type { Picked } from './useViewRun'

type Lead = Report['links'][string]
const leadFrom = (report: Report, viewId: string): Lead | undefined =>
  (report.links as Partial<Report['links']>)[viewId]

function carried(lead: Lead, choices: Choices): Choices {
  return Object.fromEntries(lead.carriedParameters.flatMap(name => (choices[name] ? [[name, choices[name]]] : [])))
}
const linkTo = (lead: Lead, choices: Choices): string => `/reports/${lead.reportId}?${toLink(choices).toString()}`

/** The target of a click on a group: another report, with the clicked value and shared choices; undefined if it filters. */
export function leadOf(report: Report, one: Picked, choices: Choices): string | undefined {
  const lead = leadFrom(report, one.viewId)
  if (!lead?.parameter) return undefined
  const values = one.filter.values.filter((value): value is string => (value as string | null) !== null)
  const clicked: Choice = { kind: 'values', values, withoutValue: values.length === 0 }
  return linkTo(lead, { ...carried(lead, choices), [lead.parameter]: clicked })
}

/** The report where the rows are that a table does not show, with shared choices carried; nothing when they are downloaded. */
export function furtherRows(
  report: Report,
  viewId: string,
  choices: Choices,
): { name: string; path: string } | undefined {
  const lead = leadFrom(report, viewId)
  return lead && !lead.parameter ? { name: lead.name, path: linkTo(lead, carried(lead, choices)) } : undefined
}
