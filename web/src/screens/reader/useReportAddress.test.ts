import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createApp, defineComponent, h, type App } from 'vue'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'
import { useReportAddress, type ReportAddress } from './useReportAddress'

let router: Router
let app: App
let address: ReportAddress
const moved = vi.fn()
const now = (): string => router.currentRoute.value.fullPath
const said = (): string => address.params().toString()
const settled = (): Promise<void> => new Promise(resolve => setTimeout(resolve, 10))
const atOnce = Promise.resolve()
const later = (): { come: () => void; once: Promise<void> } => {
  let come: () => void = () => undefined
  const once = new Promise<void>(resolve => (come = resolve))
  return { come: () => come(), once }
}

beforeEach(async () => {
  const nothing = { render: () => h('i') }
  router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/reports/:id', component: nothing }] })
  await router.push('/reports/late')
  moved.mockClear()
  app = createApp(
    defineComponent({
      setup: () => {
        address = useReportAddress()
        address.onMoved(moved)
        return () => h('i')
      },
    }),
  )
  app.use(router).mount(document.createElement('div'))
})
afterEach(() => app.unmount())

describe('the address of a report', () => {
  it('is updated when the rows have arrived, and announced before', async () => {
    const { come, once } = later()
    void address.become({ port: ['Ardlow'] }, once)
    await settled()
    expect(now()).toBe('/reports/late')
    expect(said()).toBe('port=Ardlow')
    come()
    await settled()
    expect(now()).toBe('/reports/late?port=Ardlow')
    expect(moved).not.toHaveBeenCalled()
  })

  it('records every change in order', async () => {
    const { come, once } = later()
    void address.become({ port: ['Ardlow'] }, once)
    void address.become({ port: ['Ardlow', 'Corrin Bay'] }, atOnce)
    come()
    await settled()
    expect(now()).toBe('/reports/late?port=Ardlow&port=Corrin+Bay')
    router.back()
    await settled()
    expect(now()).toBe('/reports/late?port=Ardlow')
    expect(moved).toHaveBeenCalledTimes(1)
    router.forward()
    await settled()
    expect(said()).toBe('port=Ardlow&port=Corrin+Bay')
    expect(moved).toHaveBeenCalledTimes(2)
  })

  it.each([
    ['the pointer leaves the page', () => document.documentElement.dispatchEvent(new Event('pointerleave'))],
    ['another window is looked at', () => window.dispatchEvent(new Event('blur'))],
    ['it is reloaded by a key', () => window.dispatchEvent(new KeyboardEvent('keydown', { key: 'F5' }))],
    [
      'the browser is asked by keys',
      () => window.dispatchEvent(new KeyboardEvent('keydown', { key: 'l', ctrlKey: true })),
    ],
  ])('does not wait for rows when %s', async (_, leave) => {
    void address.become({ port: ['Ardlow'] }, later().once)
    void address.become({ port: ['Corrin Bay'] }, later().once)
    await settled()
    expect(now()).toBe('/reports/late')
    leave()
    await settled()
    expect(now()).toBe('/reports/late?port=Corrin+Bay')
    void address.become({ port: ['Skerrin'] }, later().once)
    await settled()
    expect(now()).toBe('/reports/late?port=Corrin+Bay')
  })

  it('waits while a value is being typed', async () => {
    void address.become({ port: ['Ardlow'] }, later().once)
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'a' }))
    await settled()
    expect(now()).toBe('/reports/late')
  })

  it('replaces the previous entry on request', async () => {
    await address.become({ port: ['Ardlow'] }, atOnce)
    await address.become({ port: ['Corrin Bay'] }, atOnce, true)
    router.back()
    await settled()
    expect(now()).toBe('/reports/late')
  })

  it('stays at the address that Back led to, despite pending updates', async () => {
    await address.become({ port: ['Ardlow'] }, atOnce)
    const { come, once } = later()
    void address.become({ port: ['Corrin Bay'] }, once)
    router.back()
    await settled()
    come()
    await settled()
    expect(now()).toBe('/reports/late')
    expect(said()).toBe('')
    expect(moved).toHaveBeenCalledTimes(1)
  })

  it('does not return to a page that was left', async () => {
    const { come, once } = later()
    void address.become({ port: ['Ardlow'] }, once)
    app.unmount()
    await router.push('/reports/other')
    come()
    await settled()
    expect(now()).toBe('/reports/other')
    expect(moved).not.toHaveBeenCalled()
  })
})
