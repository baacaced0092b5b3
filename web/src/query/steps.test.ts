import { describe, expect, it } from 'vitest'
import {
  counted,
  fixedValue,
  inserted,
  isSteps,
  linesOf,
  moved,
  nameOf,
  stepsOf,
  switched,
  textOf,
  typedLines,
  typedText,
  upTo,
  valueOf,
  without,
} from './steps'

const TEXT = "steps 1\nfrom crossings\nwhere state = 'CANCELLED'\noff: first 20 rows"

describe('the text of steps', () => {
  it('is recognized by its first line', () => {
    expect(isSteps(TEXT)).toBe(true)
    expect(isSteps('select 1')).toBe(false)
    expect(isSteps('')).toBe(false)
  })
  it('round-trips through its lines, enabled or disabled', () => {
    expect(linesOf(TEXT).map(line => line.on)).toEqual([true, true, false])
    expect(textOf(linesOf(TEXT))).toBe(TEXT)
  })
  it('is previewed up to a step, even a disabled one', () => {
    expect(upTo(linesOf(TEXT), 0)).toBe('steps 1\nfrom crossings')
    expect(upTo(linesOf(TEXT), 2)).toBe("steps 1\nfrom crossings\nwhere state = 'CANCELLED'\nfirst 20 rows")
  })
  it('may omit its first line', () => {
    expect(typedLines('where a = 1\n\n off: distinct rows ')).toEqual([
      { words: 'where a = 1', on: true },
      { words: 'distinct rows', on: false },
    ])
    expect(textOf(typedLines(`\n${TEXT}`))).toBe(TEXT)
    expect(typedText(linesOf(TEXT))).toBe("from crossings\nwhere state = 'CANCELLED'\noff: first 20 rows")
  })
  it('moves any step but the first, and none before it', () => {
    const lines = linesOf(TEXT)
    expect(moved(lines, 2, 1).map(line => line.words)[1]).toBe('first 20 rows')
    expect(moved(lines, 2, 0).map(line => line.words)[0]).toBe('from crossings')
    expect(moved(lines, 0, 2)).toBe(lines)
  })
  it('disables, removes and inserts steps', () => {
    const lines = linesOf(TEXT)
    expect(textOf(switched(lines, 2))).not.toContain('off:')
    expect(without(lines, 1)).toHaveLength(2)
    expect(inserted(lines, 1, 'distinct rows')[1]).toEqual({ words: 'distinct rows', on: true })
  })
})

describe('formatting of steps', () => {
  it('counts rows', () => {
    expect(counted('steps 1\nfrom ports')).toContain('count of rows as row_count')
  })

  it('quotes names only where necessary', () => {
    expect(nameOf('port_id')).toBe('port_id')
    expect(nameOf('Þorvik')).toBe('Þorvik')
    expect(nameOf('two words')).toBe('"two words"')
    expect(nameOf('to')).toBe('"to"')
  })
  it('writes a cell in the type of its column', () => {
    expect(valueOf("o'x", 'text')).toBe("'o''x'")
    expect(valueOf('12.5', 'decimal')).toBe('12.5')
    expect(valueOf('2026-03-01 08:30', 'datetime')).toBe('2026-03-01T08:30')
    expect(valueOf(null, 'text')).toBe('no value')
  })
})

describe('a hard-coded value in a step', () => {
  it('can become a parameter', () => {
    expect(fixedValue("'o''x'")).toBe("o'x")
    expect(fixedValue('-12.5')).toBe('-12.5')
    expect(fixedValue('2026-03-01')).toBe('2026-03-01')
  })
  it('is not a parameter, a column or a list', () => {
    expect(fixedValue(':port')).toBeUndefined()
    expect(fixedValue('departed_at')).toBeUndefined()
    expect(fixedValue("'a', 'b'")).toBeUndefined()
  })
})

describe('steps created from a cell', () => {
  it('keep its rows or the others, including null rows', () => {
    expect(stepsOf('state', 'text', "o'x").map(([, words]) => words)).toEqual([
      "where state = 'o''x'",
      "where state <> 'o''x' or state has no value",
    ])
  })
  it('test for null where the cell is empty', () => {
    expect(stepsOf('delay', 'integer', null)[0]?.[1]).toBe('where delay has no value')
  })
  it('apply to the whole column from its head', () => {
    expect(stepsOf('to', 'text').map(([, words]) => words)).toContain('sort by "to" desc')
  })
})
