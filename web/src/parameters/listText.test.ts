import { describe, expect, it } from 'vitest'
import { listText, readListText } from './listText'

describe('a list typed by hand', () => {
  it('reads values, labels and what a spreadsheet pastes', () => {
    expect(readListText('Tarn\n\n 1 = First \r\n2\tSecond\nTarn')).toEqual([
      { value: 'Tarn', label: 'Tarn', count: -1 },
      { value: '1', label: 'First', count: -1 },
      { value: '2', label: 'Second', count: -1 },
    ])
  })

  it('writes what it reads', () => {
    const text = 'Tarn\n1 = First'
    expect(listText(readListText(text))).toBe(text)
  })
})
