import { describe, expect, it } from 'vitest'
import { found, sizeInWords } from './search'

describe('table search', () => {
  it('matches names, columns, and both', () => {
    expect(found('cross', 'crossings', ['delay_min'])).toBe(true)
    expect(found('DELAY', 'crossings', ['delay_min'])).toBe(true)
    expect(found('cross delay', 'crossings', ['delay_min'])).toBe(true)
    expect(found('cross fare', 'crossings', ['delay_min'])).toBe(false)
    expect(found(' ', 'crossings', [])).toBe(true)
  })

  it('formats sizes', () => {
    expect([-1, 0, 1, 1067383].map(rows => sizeInWords(rows))).toEqual([
      'size unknown',
      'no rows',
      'about 1 row',
      'about 1,067,383 rows',
    ])
    expect(sizeInWords(2534, true)).toBe('2,534 rows')
  })
})
