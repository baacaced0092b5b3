import { computed, type ComputedRef } from 'vue'
import type { Problem, QueryCheck } from '../../../api/types'
import type { CheckDecorations, Mark, RunDecorations } from '../../../query/editor'
import { goneMarks } from '../../../query/placements'
import { whereNotes } from '../../../query/placementTexts'
import type { RunEvidence } from '../useRunEvidence'

interface DecoratedQuery {
  text: string
  check: QueryCheck
  colors: Record<string, string>
  evidence: RunEvidence
}

/** What the editor shows in the text. @param placed the problems that have a position */
export function useDecorations(
  query: DecoratedQuery,
  placed: ComputedRef<Problem[]>,
): { checked: ComputedRef<CheckDecorations>; ran: ComputedRef<RunDecorations> } {
  /* Positions in the text that was checked, which is the text of the editor when the answer arrives. */
  const checked = computed<CheckDecorations>(() => {
    const marks: Mark[] = query.check.marks.map(mark => ({
      ...mark,
      kind: 'parameter',
      parameter: mark.name,
      color: query.colors[mark.name],
    }))
    const problems: Mark[] = placed.value.map(problem => ({
      start: problem.start,
      end: Math.max(problem.end, problem.start + 1),
      kind: 'problem',
    }))
    const notices: Mark[] = query.check.notices
      .filter(notice => notice.start >= 0)
      .map(notice => ({ start: notice.start, end: notice.end, kind: notice.blocking ? 'problem' : 'notice' }))
    const fixed = query.check.hardCodedValues.flatMap(offer =>
      offer.places.map(place => ({
        start: place.start,
        end: place.end,
        at: offer.places[0]?.start ?? place.start,
        words: offer.description,
      })),
    )
    const fixedMarks: Mark[] = fixed.map(({ start, end }) => ({ start, end, kind: 'fixed' }))
    return { fixed, marks: [...fixedMarks, ...notices, ...marks, ...problems] }
  })

  const ran = computed<RunDecorations>(() => {
    const placements = query.evidence.placements.value
    if (placements.length === 0) return { marks: [], notes: [] }
    return {
      marks: goneMarks(placements),
      notes: whereNotes(query.text, placements, query.evidence.verdicts.value),
    }
  })
  return { checked, ran }
}
