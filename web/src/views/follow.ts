import type { Choices, Report } from '../api/types'
import { toLink } from '../choices/link'
import type { Picked } from './useViewRun'

/** Where a click on a group leads: another report, with what was clicked chosen and shared choices carried; nothing when it filters. */
export function leadOf(report: Report, one: Picked, choices: Choices): string | undefined {
  const lead = (report.leads as Partial<Report['leads']>)[one.viewId]
  if (!lead) return undefined
  const carried: Choices = {}
  for (const name of lead.carried) {
    const choice = choices[name]
    if (choice) carried[name] = choice
  }
  const values = one.filter.values.filter((value): value is string => (value as string | null) !== null)
  carried[lead.parameter] =
    values.length > 0
      ? { kind: 'values', values, withoutValue: false }
      : { kind: 'values', values: [], withoutValue: true }
  return `/reports/${lead.reportId}?${toLink(carried).toString()}`
}
