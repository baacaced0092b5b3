import { describe, expect, it } from 'vitest'
import type { ReportCard } from '../../api/types'
import { groupsOf } from './groups'

const report = (id: string, audience: string, question = ''): ReportCard =>
  ({ id, name: id, audience, question: [{ text: question, parameters: [] }] }) as unknown as ReportCard
const all = [report('Diary', ''), report('Late', 'for harbour offices', 'from Ardlow'), report('Fares', 'for finance')]
const names = (sought: string, ...marked: string[]): [string, string[]][] =>
  groupsOf(all, sought, new Set(marked)).map(group => [group.name, group.reports.map(one => one.id)])

describe('reports in groups', () => {
  it('are grouped by audience, public reports last', () => {
    expect(names('')).toEqual([
      ['For finance', ['Fares']],
      ['For harbour offices', ['Late']],
      ['For everyone', ['Diary']],
    ])
  })
  it('list favorites first and once', () => {
    expect(names('', 'Diary', 'gone')[0]).toEqual(['Favorite', ['Diary']])
    expect(names('', 'Diary')).toHaveLength(3)
  })
  it('are searched by name, audience and question', () => {
    expect(names('late')).toEqual([['For harbour offices', ['Late']]])
    expect(names('FINANCE')).toEqual([['For finance', ['Fares']]])
    expect(names('ardlow')).toEqual([['For harbour offices', ['Late']]])
    expect(names('nothing')).toEqual([])
  })
})
