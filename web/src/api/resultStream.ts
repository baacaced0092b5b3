import { Failure } from './failure'
import type { Cell, RunStarted, RunDone, RunEvent } from './types'

/** A complete result: the statement, its rows, and its outcome. */
export interface RunResult {
  started: RunStarted
  rows: Cell[][]
  done: RunDone
  /** When it was queried, if it is cached; otherwise empty. */
  kept: string
}

/** The available part of a result. */
export type PartialResult = Pick<RunResult, 'started' | 'rows'>

/** The progress of a run. */
export interface Progress {
  /** Called when the request is sent after waiting for a slot. */
  asked: () => void
  /** Called while the run waits behind others at the source. */
  behind: (others: number) => void
  /** Called when rows have arrived. */
  arriving: (part: PartialResult) => void
}

/** Collects a result from its events. */
export class Collecting {
  private started?: RunStarted
  private done?: RunDone
  private kept = ''
  private readonly rows: Cell[][] = []

  constructor(private readonly progress: Progress) {}

  /** Throws the failure that the server reports. */
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

  /** Throws if the result is incomplete. */
  whole(): RunResult {
    if (!this.started || !this.done) throw new Failure(0, 'The response ended early.', 'Run it again.')
    return { started: this.started, rows: this.rows, done: this.done, kept: this.kept }
  }
}

/** The JSON lines of a response, as they arrive. */
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
