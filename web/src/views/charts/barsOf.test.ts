import { describe, expect, it } from 'vitest'
import type { Cell, View } from '../../api/types'
import { barsOf } from './barsOf'

const view = (groupBy: string[], adds = true, order = 'largest'): View =>
  ({ groupBy, measures: [{ additive: adds }], layout: { order } }) as unknown as View
const names = (view: View, rows: Cell[][]): string[] => barsOf(view, rows).bars.map(bar => bar.name)

describe('bars of a result', () => {
  it('keep the order of groups, including the null group', () => {
    const { bars, parts } = barsOf(view(['port']), [
      ['Ardlow', '7'],
      [null, 3],
      ['Skerrin', null],
    ])
    expect(bars.map(bar => [bar.name, bar.values[0]])).toEqual([
      ['Ardlow', 7],
      ['no port', 3],
      ['Skerrin', null],
    ])
    expect(parts).toEqual([])
  })
  it('with parts are sorted by their totals', () => {
    const rows: Cell[][] = [
      ['Ardlow', 'ferry', 5],
      ['Skerrin', 'ferry', 4],
      ['Skerrin', 'launch', 4],
    ]
    expect(names(view(['port', 'class']), rows)).toEqual(['Skerrin', 'Ardlow'])
    expect(names(view(['port', 'class'], true, 'smallest'), rows)).toEqual(['Ardlow', 'Skerrin'])
    expect(names(view(['port', 'class'], true, 'keys'), rows)).toEqual(['Ardlow', 'Skerrin'])
    expect(barsOf(view(['port', 'class']), rows).bars[1]?.values).toEqual([5, null])
  })
  it('merge parts beyond the eighth only for additive figures', () => {
    const rows: Cell[][] = Array.from({ length: 10 }, (_, i) => ['Ardlow', `class ${i}`, 10 - i])
    const together = barsOf(view(['port', 'class']), rows)
    expect(together.parts).toHaveLength(9)
    expect(together.bars[0]?.values.at(-1)).toBe(3)
    expect(together.leftOut).toBe(0)
    const average = barsOf(view(['port', 'class'], false), rows)
    expect(average.parts).toHaveLength(8)
    expect(average.leftOut).toBe(2)
    expect(average.bars[0]?.total).toBe(10)
  })
})
