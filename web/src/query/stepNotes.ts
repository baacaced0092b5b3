import type { Placement, PlacementEvidence, StepsAnalysis } from '../api/types'
import type { LineNote } from './editor'
import { outcomeInWords } from './placements'
import { whereInWords } from './placementTexts'

type Stretch = StepsAnalysis['sqlRanges'][number]

/** Which step a place in the statement comes from; -1 when from none. */
export const stepAt = (place: number, stretches: Stretch[]): number =>
  stretches.find(stretch => stretch.start <= place && place < stretch.end)?.step ?? -1

/** Where the choices of a step ran, once the database has told; until then what was sent of them. */
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
