import { describe, expect, it } from 'vitest'
import type { Question } from '../api/types'
import { blank, chosen, periodsFor } from './choices'

const question = {
  choices: { from: chosen(['2026-03-01']), to: chosen(['2026-03-31']), hidden: chosen(['x']) },
  comparedPeriods: { figures: '1–28 Feb 2026' },
} as unknown as Question

describe('comparison periods', () => {
  it('match a question with the same choices', () =>
    expect(periodsFor(question, { from: chosen(['2026-03-01']), to: chosen(['2026-03-31']) })).toEqual({
      figures: '1–28 Feb 2026',
    }))
  it('are absent while the question differs from the rows', () => {
    expect(periodsFor(question, { from: chosen(['2026-04-01']), to: chosen(['2026-03-31']) })).toEqual({})
    expect(periodsFor(question, { from: blank() })).toEqual({})
    expect(periodsFor(undefined, {})).toEqual({})
  })
})
