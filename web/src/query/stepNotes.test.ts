import { describe, expect, it } from 'vitest'
import type { Placement, PlacementEvidence } from '../api/types'
import { noteOfStep, stepAt } from './stepNotes'

const stretches = [
  { start: 0, end: 10, step: 0 },
  { start: 10, end: 30, step: 2 },
]
const ran = (start: number): PlacementEvidence =>
  ({ site: 'by-index', start, advice: '' }) as unknown as PlacementEvidence
const placed = (start: number): Placement => ({ outcome: 'bound', start }) as unknown as Placement

describe('a note at a step', () => {
  it('belongs to the step that produced its position', () => {
    expect(stepAt(12, stretches)).toBe(2)
    expect(stepAt(30, stretches)).toBe(-1)
  })
  it('reports where choices ran', () => {
    expect(noteOfStep(2, stretches, [], [ran(12)])?.text).toBe('◆ by index')
    expect(noteOfStep(0, stretches, [], [ran(12)])).toBeUndefined()
  })
  it('shows the sent condition until the evidence arrives', () => {
    expect(noteOfStep(2, stretches, [placed(12)], [])?.text).toBe('bound')
    expect(noteOfStep(2, stretches, [placed(3)], [ran(3)])).toBeUndefined()
  })
})
