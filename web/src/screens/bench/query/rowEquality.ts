import { project } from '../../../api/client'
import type { Choices } from '../../../api/types'

export interface RowComparison {
  first: number
  second: number
  same: boolean
}

/** Runs two texts of a query to the last row and compares their rows. Cancelled by its ID. */
export const sameRows = (
  queryId: string,
  asked: { runId: string; first: string; second: string; choices: Choices },
): Promise<RowComparison> =>
  project.post('/queries/{id}/row-comparison', { params: { path: { id: queryId } }, body: asked })
