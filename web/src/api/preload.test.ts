import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { askAhead } from './preload'
import { asOf } from './asOf'
import { stubServer } from '../testing/stubServer'
import { addressOf } from './address'
import { project } from './client'

let sent: string[]

beforeEach(() => {
  sent = []
  vi.stubGlobal('navigator', { language: 'en' })
  stubServer(({ path }) => {
    sent.push(path)
    return path.endsWith('gone')
      ? new Response('{"detail":"There is none."}', { status: 404 })
      : new Response(JSON.stringify({ turn: sent.length }))
  })
})
const path = '/reports/{id}'
const init = (id: string) => ({ params: { path: { id } } })
const get = (id: string): Promise<unknown> => project.get(path, init(id))
const askAheadFor = (id: string) => askAhead(addressOf('/api/v1/projects/{project}/reports/{id}', { id }))

afterEach(() => {
  asOf.value = ''
  vi.unstubAllGlobals()
})

it('is requested once, and again by a later request', async () => {
  askAheadFor('late')
  expect(sent).toHaveLength(1)
  expect(await get('late')).toEqual({ turn: 1 })
  expect(sent).toHaveLength(1)
  expect(await get('late')).toEqual({ turn: 2 })
})

it('answers no other request', async () => {
  askAheadFor('late')
  expect(await get('other')).toEqual({ turn: 2 })
  expect(await project.remove(path, init('late'))).toEqual({ turn: 3 })
  asOf.value = '7'
  expect(await get('late')).toEqual({ turn: 4 })
  asOf.value = ''
  expect(await get('late')).toEqual({ turn: 1 })
})

it('reports its failure to its callers without caching it', async () => {
  askAheadFor('gone')
  await expect(get('gone')).rejects.toThrow('There is none.')
  expect(sent).toHaveLength(1)
  await expect(get('gone')).rejects.toThrow('There is none.')
  expect(sent).toHaveLength(2)
})
