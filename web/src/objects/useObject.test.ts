import { afterEach, expect, it, vi } from 'vitest'
import { eventually } from '../testing/eventually'
import { createApp, defineComponent, h } from 'vue'
import { historyKey, useHistory, type History } from '../composables/useHistory'
import { useObject, type UsedObject } from './useObject'

const late = { kind: 'query', id: 'late', name: 'Late' } as const

function mounted(changed: () => Promise<void>): { thing: UsedObject; history: History } {
  let thing: UsedObject | undefined
  const history = useHistory()
  const app = createApp(
    defineComponent(() => {
      thing = useObject(() => late, changed)
      return () => h('i')
    }),
  )
  app.provide(historyKey, history)
  app.mount(document.createElement('div'))
  return { thing: thing as UsedObject, history }
}

afterEach(() => vi.unstubAllGlobals())

it('can be restored while the list reloads', async () => {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(null, { status: 204 })))
  const { thing, history } = mounted(() => new Promise(() => {}))
  void thing.drop()
  await eventually(() => expect(history.done.value?.label).toBe('removing Late'))
})

it('cannot be restored after a failed removal', async () => {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify({ title: 'Is in use' }), { status: 409 })))
  const { thing, history } = mounted(async () => {})
  await thing.drop()
  expect(history.done.value).toBeUndefined()
  expect(thing.failure.value?.message).toBe('Is in use')
})
