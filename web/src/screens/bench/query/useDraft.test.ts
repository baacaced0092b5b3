import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { stubServer } from '../../../testing/stubServer'
import { effectScope } from 'vue'
import type { Query } from '../../../api/types'
import { useDraft } from './useDraft'

const loaded: Query = {
  id: 'late',
  name: 'Late',
  source: 's',
  sourceParameter: '',
  storedCopy: '',
  cacheSeconds: 0,
  sourceName: 'DuckDB',
  options: { sourceParameters: [], sources: ['s'], liveParameters: [] },
  text: 'select 1',
  changed: false,
  version: 4,
}
let server: { status: number; text: string; version: number }
const sent: { text: string; version: number }[] = []

beforeEach(() => {
  localStorage.clear()
  sent.length = 0
  server = { status: 200, text: 'select 1', version: 4 }
  vi.useFakeTimers()
  stubServer(({ method, body: sentBody }) => {
    if (server.status === 0) return Promise.reject(new TypeError('no network'))
    if (method === 'PATCH') {
      const body = sentBody as { text: string; version: number }
      sent.push(body)
      if (body.version !== server.version)
        return Promise.resolve(new Response(JSON.stringify({ detail: 'changed by someone else' }), { status: 409 }))
      server = { status: 200, text: body.text, version: server.version + 1 }
    }
    return Promise.resolve(new Response(JSON.stringify({ ...loaded, text: server.text, version: server.version })))
  })
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

function draft(opened: Query = loaded) {
  const scope = effectScope()
  const used = scope.run(() => useDraft(opened))
  if (!used) throw new Error('no scope')
  return { ...used, leave: () => scope.stop() }
}

describe('a draft', () => {
  it('is saved once shortly after the last key', async () => {
    const { edit, saving } = draft()
    edit('select 2')
    edit('select 23')
    expect(saving.value.status).toBe('unsaved')
    await vi.advanceTimersByTimeAsync(1000)
    expect(sent).toEqual([{ text: 'select 23', version: 4 }])
    expect(saving.value.status).toBe('saved')
    expect(localStorage.length).toBe(0)
  })

  it('is based on the version of its last save', async () => {
    const { edit } = draft()
    edit('select 2')
    await vi.advanceTimersByTimeAsync(1000)
    edit('select 3')
    await vi.advanceTimersByTimeAsync(1000)
    expect(sent.map(body => body.version)).toEqual([4, 5])
  })

  it('is stored in the browser until the server has confirmed it', async () => {
    server.status = 0
    const first = draft()
    first.edit('select precious')
    await vi.advanceTimersByTimeAsync(1000)
    expect(first.saving.value.status).toBe('failed')
    server.status = 200
    const again = draft()
    expect(again.text.value).toBe('select precious')
    await vi.advanceTimersByTimeAsync(1000)
    expect(server.text).toBe('select precious')
  })

  it('is saved again when the server responds', async () => {
    server.status = 0
    const { edit, saving } = draft()
    edit('select 2')
    await vi.advanceTimersByTimeAsync(1000)
    server.status = 200
    await vi.advanceTimersByTimeAsync(5000)
    expect(saving.value.status).toBe('saved')
  })

  it('reports a conflict and keeps the selected version', async () => {
    const { edit, saving, keepMine, takeTheirs, text } = draft()
    server = { status: 200, text: 'select theirs', version: 9 }
    edit('select mine')
    await vi.advanceTimersByTimeAsync(1000)
    expect(saving.value.status).toBe('failed')
    expect(server.text).toBe('select theirs')
    await keepMine()
    expect(server.text).toBe('select mine')
    server.text = 'select theirs again'
    await takeTheirs()
    expect(text.value).toBe('select theirs again')
  })

  it('is saved when its page is left while typing', async () => {
    const { edit, leave } = draft()
    edit('select half')
    leave()
    await vi.advanceTimersByTimeAsync(100)
    expect(server.text).toBe('select half')
  })

  it('restored from the browser does not overwrite a colleague', async () => {
    server.status = 0
    const first = draft()
    first.edit('select mine')
    await vi.advanceTimersByTimeAsync(1000)
    first.leave()
    server = { status: 200, text: 'select theirs', version: 9 }
    const again = draft({ ...loaded, text: 'select theirs', version: 9 })
    await vi.advanceTimersByTimeAsync(10_000)
    expect(again.text.value).toBe('select mine')
    expect(again.saving.value.status).toBe('failed')
    expect(server.text).toBe('select theirs')
    await again.keepMine()
    expect(server.text).toBe('select mine')
  })

  it('does not conflict with its own save after a lost reply', async () => {
    const { edit, saving } = draft()
    server.status = 0
    edit('select 2')
    await vi.advanceTimersByTimeAsync(1000)
    /* The server had saved it before the connection broke. */
    server = { status: 200, text: 'select 2', version: 5 }
    edit('select 23')
    await vi.advanceTimersByTimeAsync(1000)
    expect(saving.value.status).toBe('saved')
    expect(server).toEqual({ status: 200, text: 'select 23', version: 6 })
  })

  it('does not conflict with its own save after a crash', async () => {
    server.status = 0
    const first = draft()
    first.edit('select 2')
    await vi.advanceTimersByTimeAsync(1000)
    first.edit('select 23')
    server = { status: 200, text: 'select 2', version: 5 }
    const again = draft({ ...loaded, text: 'select 2', version: 5 })
    await vi.advanceTimersByTimeAsync(1000)
    expect(again.saving.value.status).toBe('saved')
    expect(server.text).toBe('select 23')
  })

  it('continues from its last saved version after a crash', async () => {
    const first = draft()
    first.edit('select 2')
    const saved = first.settle()
    first.edit('select 23')
    await saved
    expect(server.version).toBe(5)
    const again = draft({ ...loaded, text: 'select 2', version: 5 })
    await vi.advanceTimersByTimeAsync(1000)
    expect(again.saving.value.status).toBe('saved')
    expect(server.text).toBe('select 23')
  })

  it('still conflicts with a colleague after a lost reply', async () => {
    const { edit, saving } = draft()
    server.status = 0
    edit('select 2')
    await vi.advanceTimersByTimeAsync(1000)
    server = { status: 200, text: 'select theirs', version: 6 }
    edit('select 23')
    await vi.advanceTimersByTimeAsync(1000)
    expect(saving.value.status).toBe('failed')
    expect(server.text).toBe('select theirs')
  })

  it('is saved by two concurrent callers without a conflict', async () => {
    const { edit, settle, saving } = draft()
    edit('select 2')
    await Promise.all([settle(), settle(), settle()])
    expect(saving.value.status).toBe('saved')
    expect(sent.map(body => body.version)).toEqual([4])
  })
})
