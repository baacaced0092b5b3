import { describe, expect, it } from 'vitest'
import type { View } from '../api/types'
import { fromLink } from './link'
import { picksOfLink, picksToLink } from './picksLink'

const views = [
  { id: 'by-port', title: 'By port', queryId: 'late', groupBy: ['port', 'vessel'] },
  { id: 'when', title: 'When', queryId: 'late', groupBy: ['departed_at:month'] },
  { id: 'rows', title: 'Rows', queryId: 'late', groupBy: [] },
] as unknown as View[]
const read = (link: string) => picksOfLink(new URLSearchParams(link), views)

describe('picks in a link', () => {
  it('come back as they were', () => {
    for (const link of [
      'only.by-port=Ardlow',
      'only.when%3Adate=2025-07-01',
      'without=only.by-port',
      'only.by-port=',
    ]) {
      expect(picksToLink(read(link)).toString()).toBe(link)
    }
    expect(read('only.when:date=2025-07-01')).toEqual([
      {
        viewId: 'when',
        queryId: 'late',
        title: 'When',
        label: 'July 2025',
        filter: { column: 'departed_at:month', type: 'date', values: ['2025-07-01'] },
      },
    ])
    expect(read('without=only.by-port')[0]?.label).toBe('no port')
  })
  it('of views that are gone, or that group nothing, are left out', () => {
    expect(read('only.gone=1&only.rows=2&port=Ardlow&without=port')).toEqual([])
  })
  it('are no choices', () => {
    expect(fromLink(new URLSearchParams('only.by-port=Ardlow&without=only.when:date&port=Skerrin'))).toEqual({
      port: { kind: 'values', values: ['Skerrin'], withoutValue: false },
    })
  })
})
