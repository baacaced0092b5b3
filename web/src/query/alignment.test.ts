import { describe, expect, it } from 'vitest'
import type { Placement } from '../api/types'
import { alignedLines } from './alignment'

const QUERY = [
  'select p.name, c.state',
  'from crossings c',
  'where p.name in (:port)',
  '  and c.vessel = :vessel',
  'order by 1',
].join('\n')
const placed = (parameter: string, outcome: Placement['outcome']): Placement => {
  const start = QUERY.indexOf(`:${parameter}`)
  return {
    parameter,
    outcome,
    start,
    end: start + parameter.length + 1,
    clauseStart: start,
    clauseEnd: start,
    values: 1,
  } as Placement
}
const shown = (query: string, sent: string, placements: Placement[]): string[] =>
  alignedLines(query, sent, placements).map(
    ({ line, before, sent: at }) =>
      `${before.map(one => `+${sent.slice(one.start, one.end)} `).join('')}${line}: ${at ? sent.slice(at.start, at.end) : '-'}`,
  )

describe('aligned lines', () => {
  it('put bound and omitted conditions beside their lines', () => {
    const sent = [
      'select p.name, c.state',
      'from crossings c',
      'where p.name in (?, ?, ?)',
      'order by 1',
      'limit ?',
    ].join('\n')
    expect(shown(QUERY, sent, [placed('port', 'spread'), placed('vessel', 'left-out')])).toEqual([
      '1: select p.name, c.state',
      '2: from crossings c',
      '3: where p.name in (?, ?, ?)',
      '4: -',
      '5: order by 1',
      '+limit ? 0: -',
    ])
  })
  it('pair rewritten conditions in order', () => {
    const sent = [
      'select p.name, c.state',
      'from crossings c',
      'where p.name = any(?)',
      '  and (c.vessel >= ?)',
      'order by 1',
    ].join('\n')
    expect(shown(QUERY, sent, [placed('port', 'spread'), placed('vessel', 'widened')])).toEqual([
      '1: select p.name, c.state',
      '2: from crossings c',
      '3: where p.name = any(?)',
      '4:   and (c.vessel >= ?)',
      '5: order by 1',
    ])
  })
  it('insert the lines of a wrapper', () => {
    const sent = `select * from (\n${QUERY.replace(':port', '?').replace(':vessel', '?')}\n) as matching limit ?`
    expect(shown(QUERY, sent, [])).toEqual([
      '+select * from ( 1: select p.name, c.state',
      '2: from crossings c',
      '3: where p.name in (?)',
      '4:   and c.vessel = ?',
      '5: order by 1',
      '+) as matching limit ? 0: -',
    ])
  })
  it('keep the rest of a line whose condition was omitted', () => {
    const query = 'select name from ports where island = :island order by name'
    const clauseStart = query.indexOf('island =')
    const omitted = { outcome: 'left-out', start: query.indexOf(':'), clauseStart, clauseEnd: query.indexOf(' order') }
    expect(shown(query, 'select name from ports order by name\nlimit ?', [omitted as Placement])).toEqual([
      '1: select name from ports order by name',
      '+limit ? 0: -',
    ])
  })
  it('keep a cast apart from a parameter', () => {
    expect(shown('select a::date\nwhere b = :p', 'select a::date\nwhere b = ?', [])).toEqual([
      '1: select a::date',
      '2: where b = ?',
    ])
  })
  it('are fast for thousands of lines', () => {
    const query = Array.from({ length: 3_000 }, (_one, i) => `  and c${i} = :p${i}`).join('\n')
    const sent = query.replace(/:p\d+/g, '?')
    expect(alignedLines(query, sent, []).every(line => line.sent)).toBe(true)
  })
  it('keep a line on which only some conditions are omitted', () => {
    const query = 'select 1\nwhere a = :a and b = :b\n  and c = :c'
    const clause = (name: string, from: string): Placement => ({
      ...placed(name, 'left-out'),
      start: query.indexOf(`:${name}`),
      clauseStart: query.indexOf(from),
      clauseEnd: query.indexOf(`:${name}`) + 2,
    })
    expect(shown(query, 'select 1\nwhere a = ?', [clause('b', 'b ='), clause('c', 'c =')])).toEqual([
      '1: select 1',
      '2: where a = ?',
      '3: -',
    ])
    expect(shown(query, 'select 1\nwhere c = ?', [clause('a', 'a ='), clause('b', 'b =')])).toEqual([
      '1: select 1',
      '2: -',
      '3: where c = ?',
    ])
  })
  it('take linear time for thousands of omitted conditions on one line', () => {
    const conditions = Array.from({ length: 20_000 }, (_one, i) => `c${i} = :p`)
    const query = `select 1 where ${conditions.join(' and ')}`
    let at = 'select 1 where '.length
    const placements = conditions.map(condition => {
      const clauseStart = at
      at += condition.length + ' and '.length
      return {
        outcome: 'left-out',
        start: clauseStart,
        clauseStart,
        clauseEnd: clauseStart + condition.length,
      } as Placement
    })
    expect(shown(query, 'select 1', placements)).toEqual(['1: select 1'])
  })
})
