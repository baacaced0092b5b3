import { afterEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '../testing/eventually'
import { effectScope, watch } from 'vue'
import { alone, type Run } from '../api/runs'
import { hereSoFar, useRun } from './useRun'

const lines = (rows: number[][]) =>
  [
    { event: 'started', sentId: 1, text: '', values: [], placements: [], columns: [] },
    { event: 'rows', rows },
    { event: 'done', fetched: rows.length, shown: rows.length, more: false, databaseMs: 1, totalMs: 1, at: '' },
  ]
    .map(line => JSON.stringify(line))
    .join('\n') + '\n'

const aRun = (): Run => alone((_, signal) => fetch('/run', { signal }))

const answers: ((text: string) => void)[] = []
const stopped: string[] = []

function fakeServer(): void {
  answers.length = stopped.length = 0
  vi.stubGlobal(
    'fetch',
    (_path: string, init: RequestInit) =>
      new Promise<Response>((resolve, reject) => {
        answers.push(text => resolve(new Response(text)))
        const leave = () => reject(new DOMException('aborted', 'AbortError'))
        if (init.signal?.aborted) leave()
        init.signal?.addEventListener('abort', leave)
      }),
  )
  vi.stubGlobal('navigator', { sendBeacon: (path: string) => stopped.push(path) > 0 })
}
const asked = (times: number) => eventually(() => expect(answers).toHaveLength(times))
afterEach(() => vi.unstubAllGlobals())

describe('a run', () => {
  it('is cancelled at the database by a newer one', async () => {
    fakeServer()
    const scope = effectScope()
    const { state, start } = scope.run(useRun) ?? expect.fail()
    const first = start(aRun())
    await asked(1)
    const second = start(aRun())
    await asked(2)
    answers[1]?.(lines([[2]]))
    answers[0]?.(lines([[1]]))
    await Promise.all([first, second])
    expect(stopped).toHaveLength(1)
    expect(state.value).toMatchObject({ status: 'done', answer: { rows: [[2]] } })
    scope.stop()
  })

  it('shows rows while more arrive', async () => {
    let send: ReadableStreamDefaultController<Uint8Array> | undefined
    const stream = new ReadableStream<Uint8Array>({ start: controller => void (send = controller) })
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(stream)))
    vi.useFakeTimers({ toFake: ['Date'] })
    const [begun = '', rows = '', done = ''] = lines([[1]]).split('\n')
    const say = (line: string) => send?.enqueue(new TextEncoder().encode(line + '\n'))
    const scope = effectScope()
    const { state, start } = scope.run(useRun) ?? expect.fail()
    const run = start(aRun())
    say(begun)
    await eventually(() => expect(state.value.status).toBe('running'))
    expect(hereSoFar(state.value)).toBeUndefined()
    vi.setSystemTime(Date.now() + 1_000)
    say(rows)
    await eventually(() => expect(hereSoFar(state.value)?.rows).toEqual([[1]]))
    say(rows)
    say(done)
    send?.close()
    await run
    expect(state.value).toMatchObject({ status: 'done', answer: { rows: [[1], [1]] } })
    vi.useRealTimers()
    scope.stop()
  })

  it('reports its queue position', async () => {
    fakeServer()
    const scope = effectScope()
    const { state, start } = scope.run(useRun) ?? expect.fail()
    const seen: number[] = []
    scope.run(() =>
      watch(
        state,
        now => {
          if (now.status === 'running') seen.push(now.behind)
        },
        { flush: 'sync' },
      ),
    )
    const run = start(aRun())
    await asked(1)
    answers[0]?.('{"event":"queued","position":12}\n{"event":"progress"}\n' + lines([[1]]))
    await run
    expect(seen).toEqual([0, 12, 0])
    expect(state.value).toMatchObject({ status: 'done', answer: { rows: [[1]] } })
    scope.stop()
  })

  it('reports an interrupted response', async () => {
    fakeServer()
    const scope = effectScope()
    const { state, start } = scope.run(useRun) ?? expect.fail()
    const run = start(aRun())
    await asked(1)
    answers[0]?.(
      lines([[1]])
        .split('\n')
        .slice(0, 2)
        .join('\n') + '\n',
    )
    await run
    expect(state.value).toMatchObject({
      status: 'failed',
      failure: { message: 'The response ended early.' },
    })
    scope.stop()
  })

  it('is cancelled when its page is closed', async () => {
    fakeServer()
    const scope = effectScope()
    void scope.run(useRun)?.start(aRun())
    await asked(1)
    scope.stop()
    expect(stopped).toHaveLength(1)
  })
})
