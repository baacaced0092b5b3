import { project } from '../../api/client'
import { alone, type Run } from '../../api/runs'
import type { Choices } from '../../api/types'

/** Runs a query text with trial choices. */
export const runQuery = (id: string, text: string, choices: Choices): Run =>
  alone((runId, signal) =>
    project.stream('/queries/{id}/run', { params: { path: { id } }, body: { runId, text, choices }, signal }),
  )
