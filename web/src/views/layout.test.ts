import { describe, expect, it } from 'vitest'
import type { View } from '../api/types'
import { widthsOf } from './layout'

const view = (kind: string, width = 0): View => ({ kind, layout: { width } }) as View
const widths = (...views: View[]): number[] => widthsOf(views)

describe('rows of twelve columns', () => {
  it('are shared by two bars, and filled by a single one', () => {
    expect(widths(view('figures'), view('bars'), view('bars'), view('table'))).toEqual([12, 6, 6, 12])
    expect(widths(view('bars'), view('bars'), view('bars'))).toEqual([6, 6, 12])
  })
  it('keep a selected width and give the rest to the others', () => {
    expect(widths(view('bars', 4), view('bars'))).toEqual([4, 8])
    expect(widths(view('bars', 4), view('bars', 4))).toEqual([4, 4])
    expect(widths(view('line', 9), view('bars', 3), view('table'))).toEqual([9, 3, 12])
  })
  it('are empty without views', () => expect(widths()).toEqual([]))
})
