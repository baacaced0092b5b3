import type { Placement, PlacementEvidence, StepsAnalysis } from '../api/types'
import type { LineNote } from './editor'
import { outcomeInWords } from './placements'
import { whereInWords } from './placementTexts'

type Stretch = StepsAnalysis['sqlRanges'][number]

/** The step from which a position in the statement originates; -1 if none. */
export const stepAt = (place: number, stretches: Stretch[]): number =>
  stretches.find(stretch => stretch.start <= place && place < stretch.end)?.step ?? -1

/** Where the choices of a step ran, once the evidence has arrived; until then their outcome. */
export function noteOfStep(
  step: number,
  stretches: Stretch[],
  placements: Placement[],
  verdicts: PlacementEvidence[],
): LineNote | undefined {
  const told = verdicts.filter(ran => ran.start >= 0 && stepAt(ran.start, stretches) === step)
  if (told.length > 0) {
    const attention = told.some(ran => ran.advice !== '')
    return { at: 0, text: [...new Set(told.map(whereInWords))].join(', '), attention }
  }
  const sent = placements.filter(placement => placement.start >= 0 && stepAt(placement.start, stretches) === step)
  return sent.length > 0 && verdicts.length === 0
    ? { at: 0, text: [...new Set(sent.map(outcomeInWords))].join(', '), attention: false }
    : undefined
}
