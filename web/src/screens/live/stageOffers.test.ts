import { describe, expect, it } from 'vitest'
import type { Source, Stage } from '../../api/types'
import { newParameter } from '../../testing/newParameter'
import { moreOffers, without } from './stageOffers'

const source = (id: string, kind: string): Source => ({ id, kind }) as Source
const around = {
  parameters: [newParameter('rows'), { ...newParameter('worked_out'), formula: 'today' }],
  sources: [source('full', 'duckdb'), source('small', 'duckdb'), source('other', 'mariadb')],
}
const stage = (said: Partial<Stage> = {}): Stage => ({
  name: 'draft',
  values: [],
  sources: {},
  rows: 0,
  seconds: 0,
  version: 0,
  mine: true,
  clauses: [],
  lastChange: { at: '', who: '', what: '' },
  ...said,
})
const ids = (said?: Partial<Stage>): string[] => moreOffers(stage(said), around).map(more => more.id)

describe('what more can be said of a stage', () => {
  it('offers limits, sources of the same kind, and parameters that are chosen', () => {
    expect(ids()).toEqual(['rows', 'seconds', 'source full small', 'source small full', 'value rows'])
  })

  it('does not offer what is said already', () => {
    const value = { parameter: 'rows', words: '5', value: newParameter('rows').default }
    expect(ids({ rows: 5, seconds: 9, values: [value] })).toEqual(['source full small', 'source small full'])
  })

  it('does not ask anything instead of what is asked instead', () => {
    expect(ids({ sources: { full: 'small' } })).toEqual(['rows', 'seconds', 'value rows'])
  })

  it('says the rest as it was', () => {
    const more = moreOffers(stage({ sources: { a: 'b' } }), around).find(one => one.id === 'source full small')
    expect(more?.said).toEqual({ sources: { a: 'b', full: 'small' } })
    expect(without({ a: 1, b: 2 }, 'a')).toEqual({ b: 2 })
  })
})
