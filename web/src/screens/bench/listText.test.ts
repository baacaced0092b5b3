import { describe, expect, it } from 'vitest'
import { listText, readListText } from './listText'

describe('a list typed by hand', () => {
  it('reads values, labels and what a spreadsheet pastes', () => {
    expect(readListText('Tarn\n\n 1 = First \r\n2\tSecond\nTarn')).toEqual([
      { value: 'Tarn', label: 'Tarn' }, { value: '1', label: 'First' }, { value: '2', label: 'Second' },
    ])
  })

  it('writes what it reads', () => {
    const text = 'Tarn\n1 = First'
    expect(listText(readListText(text))).toBe(text)
  })
})
