import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '../testing/eventually'
import { stubServer } from '../testing/stubServer'
import { atOnce, ofPage, questionOf, type PageAddress } from './page'

interface Sent {
  path: string
  body: { runId: string; views: { view: string; run: { runId: string } }[]; question?: object }
  say: (...events: object[]) => void
  end: () => void
}
let sent: Sent[]
let stopped: string[]

beforeEach(() => {
  sent = []
  stopped = []
  vi.stubGlobal('navigator', { language: 'en', sendBeacon: (path: string) => stopped.push(path) > 0 })
  stubServer(({ path, body, signal }) => {
    let out: ReadableStreamDefaultController<Uint8Array> | undefined
    const stream = new ReadableStream<Uint8Array>({ start: controller => void (out = controller) })
    signal?.addEventListener('abort', () => {
      out?.error(new DOMException('aborted', 'AbortError'))
      out = undefined
    })
    sent.push({
      path,
      body: body as Sent['body'],
      say: (...events) => events.forEach(event => out?.enqueue(new TextEncoder().encode(JSON.stringify(event) + '\n'))),
      end: () => {
        out?.close()
        out = undefined
      },
    })
    return new Response(stream)
  })
})
afterEach(() => {
  sent.forEach(one => one.end())
  vi.unstubAllGlobals()
})

const UNTOLD = { asked: () => {}, behind: () => {}, arriving: () => {} }
const never = new AbortController().signal
const LATE: PageAddress = { route: '/reports/{id}', id: 'late' }
const run = (view: string, signal = never) => ofPage(LATE, view, { choices: {} })(signal, UNTOLD)
const begun = { event: 'started', sentId: 1, text: '', values: [], placements: [], columns: [] }
const done = { event: 'done', fetched: 1, shown: 1, more: false, databaseMs: 1, totalMs: 1, at: '' }
const of = (asked: number) => ({ event: 'section', index: asked })
const rows = (value: number) => ({ event: 'rows', rows: [[value]] })
const first = async (): Promise<Sent> => {
  await eventually(() => expect(sent.length).toBeGreaterThan(0))
  return sent[0] as Sent
}

describe('concurrent queries of a page', () => {
  it('are one request with one line per view', async () => {
    const table = run('table')
    const bars = run('bars')
    const question = questionOf(LATE, { choices: {} })
    const request = await first()
    expect(sent).toHaveLength(1)
    expect(request.path).toContain('/reports/late/run')
    expect(request.body.views.map(one => one.view)).toEqual(['table', 'bars'])
    request.say(of(1), begun, of(0), begun, rows(7), of(1), rows(8), done, of(-1), {
      event: 'question',
      question: 'Late?',
    })
    await expect(bars).resolves.toMatchObject({ rows: [[8]] })
    await expect(question).resolves.toBe('Late?')
    request.say(of(0), rows(9), done)
    request.end()
    await expect(table).resolves.toMatchObject({ rows: [[7], [9]] })
  })

  it('are sent first where requested at once', async () => {
    void atOnce(() => {
      void run('table').catch(() => {})
      void run('bars').catch(() => {})
    })
    expect(fetch).toHaveBeenCalledTimes(1)
    expect((await first()).body.views).toHaveLength(2)
  })

  it('become visible when complete', async () => {
    const before = vi.fn()
    const inSight = atOnce(() => {
      void run('table').catch(() => {})
      void run('bars').catch(() => {})
    })
    void inSight.then(before)
    const request = await first()
    request.say(of(0), begun, rows(7), done, of(1), begun, rows(8))
    await new Promise(resolve => setTimeout(resolve, 80))
    expect(before).not.toHaveBeenCalled()
    request.say(done)
    request.end()
    await inSight
  })

  it('are not awaited when slow or absent', async () => {
    await atOnce(() => {})
    await atOnce(() => void run('table').catch(() => {}))
    expect(sent).toHaveLength(1)
  })

  it('are cancelled together by a reader who leaves early', async () => {
    const leaving = new AbortController()
    const table = run('table')
    const others = ['bars', 'line'].map(view => run(view, leaving.signal))
    const request = await first()
    request.say(of(0), begun, done)
    await table
    leaving.abort()
    for (const view of others) await expect(view).rejects.toThrow('aborted')
    expect(stopped).toHaveLength(1)
    expect(stopped[0]).toContain(request.body.runId)
  })

  it('are separate from those of another page', async () => {
    void run('table').catch(() => {})
    void ofPage({ route: '/reports/{id}', id: 'early' }, 'table', {})(never, UNTOLD).catch(() => {})
    await eventually(() => expect(sent.map(one => one.path.split('/').at(-2))).toEqual(['late', 'early']))
  })

  it('are released one by one and cancelled with the last', async () => {
    const leaving = [new AbortController(), new AbortController()]
    const [table, bars] = leaving.map((one, i) => run(`view-${i}`, one.signal)) as [Promise<unknown>, Promise<unknown>]
    const request = await first()
    leaving[0]?.abort()
    await expect(table).rejects.toThrow('aborted')
    expect(stopped.join()).toContain(request.body.views[0]?.run.runId)
    leaving[1]?.abort()
    await expect(bars).rejects.toThrow('aborted')
    expect(stopped).toHaveLength(2)
    expect(stopped[1]).toContain(request.body.runId)
  })

  it('are cancelled together except for the question', async () => {
    const leaving = new AbortController()
    const left = ['table', 'bars', 'line'].map(view => run(view, leaving.signal))
    const question = questionOf(LATE, {})
    const request = await first()
    leaving.abort()
    for (const view of left) await expect(view).rejects.toThrow('aborted')
    expect(stopped).toHaveLength(1)
    expect(stopped[0]).toContain(request.body.runId)
    request.say(of(-1), { event: 'question', question: 'Late?' })
    await expect(question).resolves.toBe('Late?')
  })

  it('exclude views released before sending', async () => {
    const leaving = new AbortController()
    const left = run('old', leaving.signal)
    void run('new').catch(() => {})
    leaving.abort()
    await expect(left).rejects.toThrow('aborted')
    const request = await first()
    expect(request.body.views.map(one => one.view)).toEqual(['new'])
    expect(stopped).toEqual([])
  })

  it('report each failure separately, and an interrupted stream', async () => {
    const [table, bars, line] = ['table', 'bars', 'line'].map(view => run(view))
    const request = await first()
    request.say(of(0), { event: 'failed', message: 'No such port.', advice: '', problems: [] }, of(1), begun, done)
    request.say(of(2), begun)
    request.end()
    await expect(table).rejects.toThrow('No such port.')
    await expect(bars).resolves.toMatchObject({ rows: [] })
    await expect(line).rejects.toThrow('ended early')
  })
})
