import { describe, expect, it } from 'vitest'
import { all, blank, chosen } from '../choices/choices'
import { defaultOf, newParameter } from './newParameter'
import { withListKind, withMany, withType } from './switching'

const port = { ...newParameter('port'), many: true, default: defaultOf(chosen(['A', 'B'])), trialChoice: chosen(['7']) }

describe('a parameter switched to another type', () => {
  it('keeps what can be read as both and says what cannot', () => {
    const { parameter, lost } = withType({ ...port, default: defaultOf(chosen(['7', 'B'])) }, 'integer')
    expect(parameter.default.choice).toEqual(chosen(['7']))
    expect(parameter.trialChoice).toEqual(chosen(['7']))
    expect(lost).toEqual(['The default “B” is no integer.'])
  })

  it('makes a day of a moment', () => {
    const at = { ...newParameter('at'), type: 'datetime', default: defaultOf(chosen(['2026-03-01T10:30'])) }
    expect(withType(at, 'date')).toMatchObject({ lost: [], parameter: { default: { choice: chosen(['2026-03-01']) } } })
  })

  it('is blank when nothing could be kept', () => {
    expect(withType(port, 'date').parameter.default.choice).toEqual(blank())
  })

  it('stands for itself where it could not stand for more', () => {
    const { parameter, lost } = withType({ ...newParameter('m'), type: 'date', covers: 'month' }, 'text')
    expect(parameter.covers).toBe('itself')
    expect(lost).toHaveLength(1)
  })

  it('takes from a typed list what does not fit', () => {
    const list = {
      ...port.list,
      kind: 'typed',
      values: [
        { value: '1', label: 'One', count: -1 },
        { value: 'x', label: 'X', count: -1 },
      ],
    }
    expect(withType({ ...port, list }, 'integer').parameter.list.values.map(item => item.value)).toEqual(['1'])
  })
})

describe('a parameter switched between one and many', () => {
  it('keeps the first of many and asks about no surplus', () => {
    const { parameter, lost } = withMany(port, false)
    expect(parameter.default.choice).toEqual(chosen(['A']))
    expect(lost).toEqual(['The default keeps “A” of 2 values.'])
  })

  it('one value cannot be all', () => {
    expect(withMany({ ...port, default: defaultOf(all()) }, false).parameter.default.choice).toEqual(blank())
  })

  it('loses nothing on the way to many', () => {
    expect(withMany({ ...port, many: false }, true).lost).toEqual([])
  })
})

describe('a parameter switched to another kind of list', () => {
  it('keeps the typed values for later', () => {
    const list = { ...port.list, kind: 'typed', values: [{ value: '1', label: 'One', count: -1 }] }
    const { parameter, lost } = withListKind({ ...port, list }, 'query')
    expect(parameter.list.values).toHaveLength(1)
    expect(lost).toHaveLength(1)
  })
})
