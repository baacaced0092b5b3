import { describe, expect, it } from 'vitest'
import type { Choices, Report } from '../api/types'
import { furtherRows, leadOf } from './reportLinks'
import type { Picked } from './useViewRun'

const report = {
  links: {
    'by-vessel': { reportId: 'diary', name: 'Diary', parameter: 'ship', carriedParameters: ['state', 'port'] },
    rows: { reportId: 'all', name: 'All of it', parameter: '', carriedParameters: ['state', 'port'] },
  },
} as unknown as Report
const picked = (viewId: string, value: string | null): Picked =>
  ({ viewId, filter: { column: 'vessel', type: 'text', values: [value] } }) as unknown as Picked
const choices: Choices = {
  state: { kind: 'values', values: ['SAILED', 'DIVERTED'], withoutValue: false },
  delay: { kind: 'values', values: ['15'], withoutValue: false },
}

describe('a link to another report', () => {
  it('passes shared parameters and the clicked value', () =>
    expect(leadOf(report, picked('by-vessel', "Eider's Pride"), choices)).toBe(
      '/reports/diary?state=SAILED&state=DIVERTED&ship=Eider%27s+Pride',
    ))
  it('passes a null value', () =>
    expect(leadOf(report, picked('by-vessel', null), {})).toBe('/reports/diary?without=ship'))
  it('is absent without a definition', () =>
    expect(leadOf(report, picked('by-port', 'Ardlow'), choices)).toBeUndefined())
  it('is absent for a missing value, which has its own link form', () => {
    expect(leadOf(report, picked('rows', 'Ardlow'), choices)).toBeUndefined()
    expect(furtherRows(report, 'rows', choices)).toEqual({
      name: 'All of it',
      path: '/reports/all?state=SAILED&state=DIVERTED',
    })
    expect(furtherRows(report, 'by-vessel', choices)).toBeUndefined()
  })
})
