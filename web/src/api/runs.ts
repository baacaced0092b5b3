import { Failure, send } from './client'
import { Lead } from './lead'
import { inServer } from './place'
import { inApi } from './project'
import { Slots } from './slots'
import type { Cell, RunBegun, RunDone, RunEvent } from './types'

const slots = new Slots(4)
const lead = new Lead()

/** A whole answer: the statement that was sent, its rows, and how it went. */
export interface Answer {
  begun: RunBegun
  rows: Cell[][]
  done: RunDone
}

/** What of an answer is here while the rest still comes. */
export type Arriving = Pick<Answer, 'begun' | 'rows'>

/** What a run tells on its way. */
export interface Progress {
  /** Its turn on this page has come: the server is asked from now on. */
  asked: () => void
  /** All places at the source are taken; so many runs go in before this one. */
  behind: (others: number) => void
  /** Some rows came; these are here by now. */
  arriving: (part: Arriving) => void
}

/** What is run. @param leads whether other runs that begin in the same moment wait until its rows come */
export interface Wanted {
  path: string
  body: object
  leads: boolean
}

/** Runs something and collects its stream of JSON lines. */
export async function run(wanted: Wanted, signal: AbortSignal, progress: Progress): Promise<Answer> {
  const rowsCome = wanted.leads ? lead.begin() : await lead.passed()
  try {
    return await inSlot(wanted, signal, { ...progress, begun: () => rowsCome?.() })
  } finally {
    rowsCome?.()
  }
}

async function inSlot({ path, body }: Wanted, signal: AbortSignal, progress: Telling): Promise<Answer> {
  const release = await slots.take(signal)
  progress.asked()
  try {
    return await collect(await send(path, { method: 'POST', body: JSON.stringify(body), signal }), progress)
  } finally {
    release()
  }
}

type Telling = Progress & { begun: () => void }

async function collect(response: Response, progress: Telling): Promise<Answer> {
  let begun: RunBegun | undefined
  let done: RunDone | undefined
  const rows: Cell[][] = []
  for await (const event of lines(response)) {
    if (event.event === 'waiting') progress.behind(event.before)
    else if (event.event === 'going') progress.behind(0)
    else if (event.event === 'begun') {
      begun = event
      progress.begun()
    } else if (event.event === 'rows') {
      rows.push(...event.rows)
      if (begun) progress.arriving({ begun, rows })
    } else if (event.event === 'done') done = event
    else throw new Failure(0, event.message, event.advice, event.problems)
  }
  if (!begun || !done) throw new Failure(0, 'The answer broke off before its end.', 'Run it again.')
  return { begun, rows, done }
}

async function* lines(response: Response): AsyncGenerator<RunEvent> {
  if (!response.body) return
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { value, done } = await reader.read()
    if (done) break
    const parts = (rest + value).split('\n')
    rest = parts.pop() ?? ''
    for (const line of parts) yield JSON.parse(line) as RunEvent
  }
}

/** Stops a run at the database; also works while the page is being left. */
export function stop(runId: string): void {
  navigator.sendBeacon(inServer(inApi(`/runs/${runId}/stop`)))
}

/* crypto.randomUUID exists only on secure origins; a server reached by its name in a harbour network is none. */
export function newRunId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  return Array.from(bytes, byte => byte.toString(16).padStart(2, '0')).join('')
}
