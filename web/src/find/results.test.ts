import { describe, expect, it } from 'vitest'
import { find, fit, type Findable } from './results'

const named = (name: string, kind: Findable['kind'] = 'report', note = ''): Findable => ({ kind, name, note, path: '' })
const names = (all: Findable[], sought: string): string[] => find(all, sought).map(one => one.name)

describe('search for objects', () => {
  const all = [
    named('Late crossings'),
    named('crossings', 'table', 'ferries'),
    named('Fare income'),
    named(':port', 'parameter'),
  ]

  it('ranks prefix matches before others', () => {
    expect(names(all, 'cross')).toEqual(['crossings', 'Late crossings'])
    expect(names(all, 'PORT')).toEqual([':port'])
    expect(names(all, 'ltcr')).toEqual(['Late crossings'])
    expect(names([named('Cancelled by weather'), named('Late crossings')], 'late')).toEqual(['Late crossings'])
  })
  it('matches kind and note', () => {
    expect(names(all, 'ferries')).toEqual(['crossings'])
    expect(names(all, 'parameter')).toEqual([':port'])
  })
  it('lists everything for an empty query, up to a limit', () => {
    expect(names(all, '  ')).toHaveLength(4)
    expect(
      names(
        Array.from({ length: 99 }, (_, i) => named(`report ${i}`)),
        'report',
      ),
    ).toHaveLength(12)
    expect(names(all, 'nothing like it')).toEqual([])
    expect(fit('', 'a')).toBeUndefined()
  })
})
