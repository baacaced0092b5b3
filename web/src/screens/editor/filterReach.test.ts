import { expect, it } from 'vitest'
import type { Report } from '../../api/types'
import { reachInWords } from './filterReach'

const report = {
  definition: {
    views: [
      { id: 'a', kind: 'bars' },
      { id: 'b', kind: 'table' },
      { id: 'w', kind: 'text' },
    ],
  },
  viewParameters: { a: ['port', 'from'], b: ['from'], w: ['port'] },
} as unknown as Report

it.each([
  ['from', ''],
  ['port', 'affects 1 of 2 views'],
  ['vessel', 'unused: no view depends on it'],
])('%s %s', (parameter, words) => expect(reachInWords(report, parameter)).toBe(words))
