import { describe, expect, it } from 'vitest'
import type { Source, Stage } from '../../../api/types'
import { newParameter } from '../../../testing/newParameter'
import { moreOffers, without } from './stageOffers'

const source = (id: string, kind: string): Source => ({ id, kind }) as Source
const around = {
  parameters: [newParameter('rows'), { ...newParameter('worked_out'), formula: 'today' }],
  sources: [source('full', 'duckdb'), source('small', 'duckdb'), source('other', 'mariadb')],
}
const stage = (changed: Partial<Stage> = {}): Stage => ({
  name: 'draft',
  defaults: {},
  defaultLabels: {},
  sources: {},
  rowLimit: null,
  timeoutSeconds: null,
  version: 0,
  editable: true,
  description: [],
  lastChange: { at: '', person: '', action: '' },
  ...changed,
})
const ids = (changed?: Partial<Stage>): string[] => moreOffers(stage(changed), around).map(more => more.id)

describe('options of a stage', () => {
  it('offers limits, sources of the same kind, and parameters that are chosen', () => {
    expect(ids()).toEqual(['rows', 'seconds', 'source full small', 'source small full', 'value rows'])
  })

  it('omit existing settings', () => {
    expect(ids({ rowLimit: 5, timeoutSeconds: 9, defaults: { rows: newParameter('rows').default } })).toEqual([
      'source full small',
      'source small full',
    ])
  })

  it('exclude a stage from its own fallbacks', () => {
    expect(ids({ sources: { full: 'small' } })).toEqual(['rows', 'seconds', 'value rows'])
  })

  it('describe the remaining settings', () => {
    const more = moreOffers(stage({ sources: { a: 'b' } }), around).find(one => one.id === 'source full small')
    expect(more?.change).toEqual({ sources: { a: 'b', full: 'small' } })
    expect(without({ a: 1, b: 2 }, 'a')).toEqual({ b: 2 })
  })
})
