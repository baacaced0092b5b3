import { beforeEach, describe, expect, it } from 'vitest'
import { stubServer, type SeenRequest } from '../../testing/stubServer'
import { createApp, defineComponent, h, nextTick } from 'vue'
import type { EditedReport } from '../../api/types'
import { historyKey, useHistory, type History } from '../../composables/useHistory'
import { useEditor, type UsedEditor } from './useEditor'

/* A simulated server for drafts: it stores a form, and rejects changes of an older version. */
let server: { version: number; form: string[] }
let seen: number[]

const page = (): EditedReport =>
  ({
    report: { id: 'late', version: server.version },
    published: true,
    changes: [],
    objects: [],
    unusedParameters: [],
    form: { views: [...server.form] },
  }) as unknown as EditedReport

function answer(request: SeenRequest): Response {
  if (request.method === 'GET') return new Response(JSON.stringify(page()))
  const body = request.body as { version: number; views?: string[]; option?: string }
  seen.push(body.version)
  if (body.version !== server.version)
    return new Response(JSON.stringify({ detail: 'changed by someone else' }), { status: 409 })
  server = { version: server.version + 1, form: body.views ?? [...server.form, body.option ?? ''] }
  return new Response(JSON.stringify(page()))
}

function mounted(): { making: UsedEditor; history: History } {
  let making: UsedEditor | undefined
  const history = useHistory()
  const Page = defineComponent(() => {
    making = useEditor(page())
    return () => h('i')
  })
  const app = createApp(Page)
  app.provide(historyKey, history)
  app.mount(document.createElement('div'))
  return { making: making as UsedEditor, history }
}

beforeEach(() => {
  server = { version: 1, form: [] }
  seen = []
  stubServer(async request => {
    await new Promise(done => setTimeout(done, 5))
    return answer(request)
  })
})

describe('a report draft', () => {
  it('saves fast changes in order', async () => {
    const { making } = mounted()
    await Promise.all(['a', 'b', 'c'].map(taken => making.take('view:x', 'title', taken)))
    expect(server.form).toEqual(['a', 'b', 'c'])
    expect(seen).toEqual([1, 2, 3])
    expect(making.failure.value).toBeUndefined()
  })

  it('is undone change by change', async () => {
    const { making, history } = mounted()
    await making.take('view:x', 'title', 'a')
    await making.take('view:x', 'title', 'b')
    await history.undo()
    expect(server.form).toEqual(['a'])
    await history.undo()
    expect(server.form).toEqual([])
    await history.redo()
    expect(server.form).toEqual(['a'])
  })

  it('does not undo a colleague’s later change, even after it was loaded', async () => {
    const { making, history } = mounted()
    await making.take('view:x', 'title', 'mine')
    server = { version: server.version + 1, form: [...server.form, 'theirs'] }
    await making.take('view:x', 'title', 'late')
    expect(making.failure.value?.status).toBe(409)
    expect(making.made.value.form).toEqual({ views: ['mine', 'theirs'] })
    await history.undo()
    await nextTick()
    expect(server.form).toEqual(['mine', 'theirs'])
    expect(making.failure.value?.message).toContain('cannot be undone')
  })
})
