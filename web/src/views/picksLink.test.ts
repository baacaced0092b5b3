import { describe, expect, it } from 'vitest'
import type { View } from '../api/types'
import { fromLink } from '../choices/link'
import { picksOfLink, picksToLink, strangePicks } from './picksLink'

const views = [
  { id: 'by-port', title: 'By port', queryId: 'late', groupBy: ['port', 'vessel'] },
  { id: 'when', title: 'When', queryId: 'late', groupBy: ['departed_at:month'] },
  { id: 'rows', title: 'Rows', queryId: 'late', groupBy: [] },
] as unknown as View[]
const read = (link: string) => picksOfLink(new URLSearchParams(link), views)

describe('picks in a link', () => {
  it('round-trip', () => {
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
  it('are ignored for removed views and views without groups', () => {
    expect(read('only.gone=1&only.rows=2&port=Ardlow&without=port')).toEqual([])
  })
  it('of removed views are listed', () => {
    const strange = (link: string) => strangePicks(new URLSearchParams(link), views)
    expect(strange('only.gone=1&only.rows=2&only.by-port=A&without=only.left:date&without=port')).toEqual([
      'only.gone',
      'only.rows',
      'only.left:date',
    ])
    expect(strange('only.when:date=2025-07-01&port=A')).toEqual([])
  })
  it('are distinct from choices', () => {
    expect(fromLink(new URLSearchParams('only.by-port=Ardlow&without=only.when:date&port=Skerrin'))).toEqual({
      port: { kind: 'values', values: ['Skerrin'], withoutValue: false },
    })
  })
})
