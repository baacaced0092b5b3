import { Failure } from './failure'
import type { Cell, RunStarted, RunDone, RunEvent } from './types'

/** A whole answer: the statement that was sent, its rows, and how it went. */
export interface RunResult {
  started: RunStarted
  rows: Cell[][]
  done: RunDone
  /** When it had come, where it was not asked for this time; else empty. */
  kept: string
}

/** What of an answer is here while the rest still comes. */
export type PartialResult = Pick<RunResult, 'started' | 'rows'>

/** What a run tells on its way. */
export interface Progress {
  /** Its turn on this page has come: the server is asked from now on. */
  asked: () => void
  /** All places at the source are taken; so many runs go in before this one. */
  behind: (others: number) => void
  /** Some rows came; these are here by now. */
  arriving: (part: PartialResult) => void
}

/** An answer as its events come. */
export class Collecting {
  private started?: RunStarted
  private done?: RunDone
  private kept = ''
  private readonly rows: Cell[][] = []

  constructor(private readonly progress: Progress) {}

  /** Throws the failure that the server tells. */
  take(event: RunEvent): void {
    if (event.event === 'queued') this.progress.behind(event.position)
    else if (event.event === 'progress') this.progress.behind(0)
    else if (event.event === 'cached') this.kept = event.at
    else if (event.event === 'started') this.started = event
    else if (event.event === 'rows') this.add(event.rows)
    else if (event.event === 'done') this.done = event
    else throw new Failure(0, event.message, event.advice, event.problems)
  }

  private add(rows: Cell[][]): void {
    for (const row of rows) this.rows.push(row)
    if (this.started) this.progress.arriving({ started: this.started, rows: this.rows })
  }

  get isWhole(): boolean {
    return this.done !== undefined
  }

  /** Throws when something of it has not come. */
  whole(): RunResult {
    if (!this.started || !this.done) throw new Failure(0, 'The response ended early.', 'Run it again.')
    return { started: this.started, rows: this.rows, done: this.done, kept: this.kept }
  }
}

/** The JSON lines of an answer, as they come. */
export async function* lines<T>(response: Response): AsyncGenerator<T> {
  if (!response.body) return
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { value, done } = await reader.read()
    if (done) break
    const parts = (rest + value).split('\n')
    rest = parts.pop() ?? ''
    for (const line of parts) yield JSON.parse(line) as T
  }
}
