import { describe, expect, it } from 'vitest'
import { chosen } from '../choices/choices'
import { changedFields, merge } from './merge'
import { newParameter } from '../testing/newParameter'

const base = newParameter('port')

describe('two authors of one parameter', () => {
  it('keep changes to different fields', () => {
    const { merged, conflicts, theirFields } = merge(
      base,
      { ...base, hint: 'mine' },
      { ...base, unit: 'theirs', version: 7 },
    )
    expect(conflicts).toEqual([])
    expect(theirFields).toEqual(['unit'])
    expect(merged).toEqual({ ...base, hint: 'mine', unit: 'theirs', version: 7 })
  })

  it('get a conflict for changes to the same field', () => {
    expect(merge(base, { ...base, hint: 'mine' }, { ...base, hint: 'theirs' }).conflicts).toEqual(['hint'])
    expect(merge(base, { ...base, hint: 'same' }, { ...base, hint: 'same' }).conflicts).toEqual([])
  })

  it('compare choices and lists by content', () => {
    expect(changedFields(base, { ...base, trial: { kind: 'blank', values: [], withoutValue: false } })).toEqual([])
    expect(changedFields(base, { ...base, trial: chosen(['A']) })).toEqual(['trial'])
  })
})
