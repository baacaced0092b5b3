import { Collecting, lines, type RunResult, type Progress } from './resultStream'
import { addressOf } from './address'
import { Slots } from './requestSlots'
import type { RunEvent } from './types'

/** Runs something. Aborting cancels the statement at the database. */
export type Run = (signal: AbortSignal, progress: Progress) => Promise<RunResult>

export const slots = new Slots(4)

/** Something that is run on its own. @param send sends the request of a run */
export function alone(send: (runId: string, signal: AbortSignal) => Promise<Response>): Run {
  return async (signal, progress) => {
    const runId = newRunId()
    const release = await slots.take(signal)
    const leave = (): void => stop(runId)
    signal.addEventListener('abort', leave)
    progress.asked()
    try {
      const collecting = new Collecting(progress)
      const response = await send(runId, signal)
      for await (const event of lines<RunEvent>(response)) collecting.take(event)
      return collecting.whole()
    } finally {
      signal.removeEventListener('abort', leave)
      release()
    }
  }
}

/** Stops a run at the database; also works while the page is being left. */
export function stop(runId: string): void {
  navigator.sendBeacon(addressOf('/api/v1/projects/{project}/runs/{runId}/stop', { runId }))
}

/* crypto.randomUUID exists only on secure origins; a server reached by its name in a harbour network is none. */
export function newRunId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  return Array.from(bytes, byte => byte.toString(16).padStart(2, '0')).join('')
}
