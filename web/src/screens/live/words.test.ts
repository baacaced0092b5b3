import { expect, it } from 'vitest'
import { ordinal, thingsInWords } from './words'

it.each([
  [1, '1st'],
  [2, '2nd'],
  [3, '3rd'],
  [4, '4th'],
  [11, '11th'],
  [12, '12th'],
  [13, '13th'],
  [21, '21st'],
  [102, '102nd'],
  [111, '111th'],
])('%i is the %s', (number, words) => {
  expect(ordinal(number)).toBe(words)
})

it('counts things in words', () => {
  expect([0, 1, 2].map(thingsInWords)).toEqual(['its name or order', '1 thing', '2 things'])
})
