import { Collecting, lines, type RunResult, type Progress } from './resultStream'
import { project } from './client'
import { asFailure, Failure } from './failure'
import { newRunId, slots, stop, type Run } from './runs'
import type { PageEvent, Question, QuestionRequest, ViewRunRequest } from './types'

/** A report as viewers have it, or its draft. */
export interface PageAddress {
  route: '/reports/{id}' | '/reports/{id}/editor'
  id: string
}

const QUESTION = -1

/** A request of a page and the receiver of its lines. */
interface Asked {
  take: (event: PageEvent) => void
  /** Called after the last line. */
  over: () => void
  fails: (why: unknown) => void
}
interface AskedView extends Asked {
  view: string
  run: ViewRunRequest & { runId: string }
  isWanted: boolean
}
interface AskedQuestion extends Asked {
  body: QuestionRequest
}

/**
 * Requests of a page within one tick: combined into one HTTP request whose response names the view of each line. A
 * choice therefore causes one request, however many views depend on it.
 */
class Moment {
  private readonly views: AskedView[] = []
  private question?: AskedQuestion
  private readonly runId = newRunId()
  private readonly leaving = new AbortController()
  private sent = false
  /** Whether the question is pending. */
  private asking = false
  private readonly left: AskedView[] = []
  private seen: () => void = () => undefined
  /** Resolves when everything is displayed or has ended. */
  readonly inSight = new Promise<void>(resolve => (this.seen = resolve))

  constructor(private readonly page: PageAddress) {}

  run(view: string, body: ViewRunRequest, signal: AbortSignal, progress: Progress): Promise<RunResult> {
    return new Promise((resolve, reject) => {
      const collecting = new Collecting(progress)
      let begun = false
      /* Completed parts are not cancelled. */
      const end = (how: () => void): void => {
        mine.isWanted = false
        how()
      }
      const mine: AskedView = {
        view,
        run: { ...body, runId: newRunId() },
        isWanted: true,
        take: event => {
          if (!begun) progress.asked()
          begun = true
          if (event.event !== 'section' && event.event !== 'question') collecting.take(event)
          if (collecting.isWhole) end(() => resolve(collecting.whole()))
        },
        over: () => resolve(collecting.whole()),
        fails: why => end(() => reject(asFailure(why))),
      }
      this.views.push(mine)
      signal.addEventListener('abort', () => {
        reject(new DOMException('aborted', 'AbortError'))
        this.leave(mine)
      })
    })
  }

  ask(body: QuestionRequest): Promise<Question> {
    this.asking = true
    return new Promise((resolve, reject) => {
      this.question = {
        body,
        take: event => {
          this.asking = false
          if (event.event === 'question') resolve(event.question)
          else if (event.event === 'failed') reject(new Failure(0, event.message, event.advice, event.problems))
        },
        over: () => reject(new Failure(0, 'The response ended early.', 'Choose again.')),
        fails: reject,
      }
    })
  }

  private leave(mine: AskedView): void {
    mine.isWanted = false
    if (!this.sent) return
    this.left.push(mine)
    if (this.left.length === 1) queueMicrotask(() => this.stopLeft())
  }

  /* Views abandoned together are cancelled together: one by one, each would make room for the next. */
  private stopLeft(): void {
    const left = this.left.splice(0)
    if (this.views.some(view => view.isWanted)) return left.forEach(view => stop(view.run.runId))
    stop(this.runId)
    if (!this.asking) this.leaving.abort()
  }

  /** Where a slot is free it is sent before this returns. */
  async send(): Promise<void> {
    const release = slots.free() ?? (await slots.take(this.leaving.signal))
    this.sent = true
    const views = this.views.filter(view => view.isWanted)
    const all: Asked[] = this.question ? [...views, this.question] : views
    try {
      if (all.length > 0) await this.read(views)
      all.forEach(one => tell(one, one.over))
    } catch (error) {
      all.forEach(one => one.fails(error))
    } finally {
      void painted().then(this.seen)
      release()
    }
  }

  private async read(views: AskedView[]): Promise<void> {
    const body = {
      runId: this.runId,
      views: views.map(({ view, run }) => ({ view, run })),
      question: this.question?.body,
    }
    const response = await project.stream(`${this.page.route}/run`, {
      params: { path: { id: this.page.id } },
      body,
      signal: this.leaving.signal,
    })
    let speaking: Asked | undefined
    let drawn = false
    for await (const event of lines<PageEvent>(response)) {
      if (event.event === 'section') speaking = event.index === QUESTION ? this.question : views[event.index]
      else if (speaking) tell(speaking, one => one.take(event))
      if (event.event !== 'done' || drawn) continue
      drawn = true
      await painted()
    }
  }
}

/* The first answer is visible before the others are drawn. A page that is not visible draws nothing. */
const LONGEST_FRAME_MS = 50
const painted = (): Promise<void> =>
  new Promise(resolve => {
    const late = setTimeout(resolve, LONGEST_FRAME_MS)
    requestAnimationFrame(() =>
      setTimeout(() => {
        clearTimeout(late)
        resolve()
      }),
    )
  })

/* A failing receiver does not affect others. */
function tell<A extends Asked>(one: A, what: (one: A) => void): void {
  try {
    what(one)
  } catch (error) {
    one.fails(asFailure(error))
  }
}

const gathering = new Map<string, Moment>()

function momentOf(page: PageAddress): Moment {
  const key = `${page.route} ${page.id}`
  const known = gathering.get(key)
  if (known) return known
  const moment = new Moment(page)
  gathering.set(key, moment)
  queueMicrotask(sendGathered)
  return moment
}

function sendGathered(): Moment[] {
  const moments = [...gathering.values()]
  gathering.clear()
  moments.forEach(moment => void moment.send())
  return moments
}

/** Runs a view of a page, combined with other requests of the same tick. */
export const ofPage =
  (page: PageAddress, view: string, body: ViewRunRequest): Run =>
  (signal, progress) =>
    momentOf(page).run(view, body, signal, progress)

/** Renders the question of a page, combined with other requests of the same tick. */
export const questionOf = (page: PageAddress, body: QuestionRequest): Promise<Question> => momentOf(page).ask(body)

/* Waiting for displayed rows is limited, so that a slow database does not delay it. */
const LONGEST_WAIT_MS = 250

/**
 * Sends the requests caused by a change before the page is rendered.
 *
 * @returns when everything is displayed, or after a timeout
 */
export async function atOnce(change: () => void): Promise<void> {
  change()
  const moments = sendGathered()
  const late = new Promise<void>(resolve => setTimeout(resolve, LONGEST_WAIT_MS))
  await Promise.race([late, Promise.all(moments.map(moment => moment.inSight))])
}
