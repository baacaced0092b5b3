import type { RehearsalState } from '../../../api/types'
import { millisInWords } from '../../../formats'
import { LOCALE } from '../../../locale'

/** The number of changed objects. */
export const thingsInWords = (things: number): string =>
  things === 0 ? 'its name or order' : things === 1 ? '1 object' : `${things} objects`

/** Its date and time in the locale. */
export const dayOf = (iso: string): string =>
  new Date(iso).toLocaleString(LOCALE, {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  })

/** The result or progress of a rehearsal. */
export function rehearsedInWords(state: RehearsalState | undefined): string {
  if (!state) return 'not rehearsed yet'
  if (state.state === 'running') return `${state.completed} of ${state.total} tried …`
  const of = (verdict: string): number => state.cases.filter(line => line.verdict === verdict).length
  const slowest = Math.max(0, ...state.cases.map(line => line.millis))
  const wrong = [
    of('failed') ? `${of('failed')} failed` : '',
    of('slow') ? `${of('slow')} slow` : '',
    state.findings.length ? `${state.findings.length} to look at` : '',
  ].filter(Boolean)
  const well = state.cases.length - of('failed') - of('slow')
  return [`${well} of ${state.cases.length} passed`, ...wrong, `slowest ${millisInWords(slowest)}`].join(', ')
}
