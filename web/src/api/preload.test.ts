import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { askAhead } from './preload'
import { asOf } from './asOf'
import { ask, get } from './client'
import { inApi } from './project'

let sent: string[]

beforeEach(() => {
  sent = []
  vi.stubGlobal('navigator', { language: 'en' })
  vi.stubGlobal('fetch', (path: string) => {
    sent.push(path)
    return Promise.resolve(
      path.endsWith('gone')
        ? new Response('{"detail":"There is none."}', { status: 404 })
        : new Response(JSON.stringify({ turn: sent.length })),
    )
  })
})
afterEach(() => {
  asOf.value = ''
  vi.unstubAllGlobals()
})

it('is requested once, and again by a later request', async () => {
  askAhead(inApi('/reports/late'))
  expect(sent).toHaveLength(1)
  expect(await get('/reports/late')).toEqual({ turn: 1 })
  expect(sent).toHaveLength(1)
  expect(await get('/reports/late')).toEqual({ turn: 2 })
})

it('is no answer to anything else', async () => {
  askAhead(inApi('/reports/late'))
  expect(await get('/reports/other')).toEqual({ turn: 2 })
  expect(await ask(inApi('/reports/late'), { method: 'DELETE' })).toEqual({ turn: 3 })
  asOf.value = '7'
  expect(await get('/reports/late')).toEqual({ turn: 4 })
  asOf.value = ''
  expect(await get('/reports/late')).toEqual({ turn: 1 })
})

it('says why it failed to its callers, and does not cache that', async () => {
  askAhead(inApi('/reports/gone'))
  await expect(get('/reports/gone')).rejects.toThrow('There is none.')
  expect(sent).toHaveLength(1)
  await expect(get('/reports/gone')).rejects.toThrow('There is none.')
  expect(sent).toHaveLength(2)
})
