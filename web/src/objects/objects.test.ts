import { afterEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '../testing/eventually'
import { mounted, type Mounted } from '../testing/mounted'
import { stubServer, type SeenRequest } from '../testing/stubServer'
import ObjectActions from './ObjectActions.vue'
import RemovedObjects from './RemovedObjects.vue'

let page: Mounted | undefined
let seen: SeenRequest[] = []
afterEach(() => {
  page?.unmount()
  vi.unstubAllGlobals()
})

function serve(answers: Record<string, unknown>): void {
  seen = []
  stubServer(request => {
    seen.push(request)
    const answer = answers[`${request.method} ${request.path.replace('/api/v1/projects/home', '')}`]
    return new Response(answer === undefined ? null : JSON.stringify(answer), {
      status: answer === undefined ? 204 : 200,
    })
  })
}
const press = (label: string): void =>
  (page?.root.querySelector<HTMLButtonElement>(`[aria-label="${label}"]`) ?? expect.fail(label)).click()

describe('the actions of an object', () => {
  async function actions(kind: 'query' | 'report' | 'source'): Promise<Mounted> {
    const thing = { kind, id: 'late', name: 'Late', version: 7 }
    page = await mounted(ObjectActions, { thing, changed: () => Promise.resolve() }, 'none')
    return page
  }

  it('rename the version that was displayed', async () => {
    serve({})
    const { root } = await actions('query')
    press('Rename Late')
    const field = await eventually(() => root.querySelector('input') ?? expect.fail())
    field.value = 'Delays'
    field.dispatchEvent(new Event('input', { bubbles: true }))
    root.querySelector('form')?.dispatchEvent(new Event('submit', { cancelable: true, bubbles: true }))
    await eventually(() => expect(seen).toHaveLength(1))
    expect(seen[0]).toMatchObject({ method: 'PATCH', body: { name: 'Delays', version: 7 } })
    expect(seen[0]?.path).toMatch(/\/queries\/late$/)
  })

  it('do not remove a used object', async () => {
    serve({ 'GET /queries/late/uses': [{ kind: 'report', id: 'r', name: 'Late crossings' }] })
    const { root } = await actions('query')
    press('Remove Late')
    await eventually(() => expect(root.textContent).toContain('the report Late crossings'))
    expect(root.textContent).toContain('cannot be removed')
    expect(root.textContent).not.toContain('Remove “Late”')
  })

  it('offer no duplicate of a source', async () => {
    serve({})
    expect((await actions('source')).root.textContent).not.toContain('Duplicate')
  })
})

describe('removed objects', () => {
  it('are listed by kind, and restored', async () => {
    const removed = (id: string, kind: string) => ({ id, kind, objectId: id, name: id, at: '2026-11-30T10:00:00Z' })
    serve({ 'GET /removed': [removed('a', 'query'), removed('b', 'report')] })
    let reloaded = 0
    const changed = (): Promise<void> => Promise.resolve(void reloaded++)
    page = await mounted(RemovedObjects, { kind: 'query', changed }, 'none')
    await eventually(() => expect(page?.root.textContent).toContain('a'))
    expect(page.root.querySelectorAll('button')).toHaveLength(1)
    press('Restore a')
    await eventually(() => expect(reloaded).toBe(1))
    expect(seen.map(one => one.method)).toEqual(['GET', 'POST', 'GET'])
  })
})
