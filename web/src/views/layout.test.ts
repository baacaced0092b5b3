import { describe, expect, it } from 'vitest'
import type { View } from '../api/types'
import { widthsOf } from './layout'

const view = (kind: string, width = 0): View => ({ kind, layout: { width } }) as View
const widths = (...views: View[]): number[] => widthsOf(views)

describe('views are laid out in rows of twelve columns', () => {
  it('two bars share a row, a lone one has it whole', () => {
    expect(widths(view('figures'), view('bars'), view('bars'), view('table'))).toEqual([12, 6, 6, 12])
    expect(widths(view('bars'), view('bars'), view('bars'))).toEqual([6, 6, 12])
  })
  it('a chosen width stays, the others take what is left', () => {
    expect(widths(view('bars', 4), view('bars'))).toEqual([4, 8])
    expect(widths(view('bars', 4), view('bars', 4))).toEqual([4, 4])
    expect(widths(view('line', 9), view('bars', 3), view('table'))).toEqual([9, 3, 12])
  })
  it('nothing is nothing', () => expect(widths()).toEqual([]))
})
