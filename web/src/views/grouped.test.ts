import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { project } from '../api/client'
import { Failure } from '../api/failure'
import { stubLayout } from '../testing/layout'
import { eventually } from '../testing/eventually'
import { mounted, type Mounted } from '../testing/mounted'
import { column, newFigure, newResult, newView, viewContext } from '../testing/viewContext'
import LineView from './charts/LineView.vue'
import DownloadPanel from './DownloadPanel.vue'
import GroupsView from './rows/GroupsView.vue'

vi.mock('./charts/lines', () => ({
  createLines: (box: HTMLElement) => ({
    getDom: () => box,
    getWidth: () => 0,
    getHeight: () => 0,
    dispose: vi.fn(),
    resize: vi.fn(),
  }),
  drawLines: vi.fn(),
}))

let page: Mounted | undefined
class StillObserver {
  observe = (): void => undefined
  disconnect = (): void => undefined
}
beforeEach(() => {
  stubLayout()
  vi.stubGlobal('ResizeObserver', StillObserver)
})
afterEach(() => {
  page?.unmount()
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

const words = (): string => page?.root.textContent.replace(/\s+/g, ' ').trim() ?? ''
const button = (text: string): HTMLButtonElement | undefined =>
  [...(page?.root.querySelectorAll('button') ?? [])].find(one => one.textContent.trim() === text)

describe('a line', () => {
  const view = newView({ id: 'days', kind: 'line', title: 'Per day', groupBy: ['at:day'], measures: [newFigure()] })
  const columns = [column('at_day', 'date'), column('count', 'integer')]

  it('has a text alternative, and days without rows in its table', async () => {
    const main = newResult(columns, [
      ['2026-03-01', 4],
      ['2026-03-03', 5],
      [null, 2],
    ])
    page = await mounted(LineView, { view, asked: viewContext({ main }) }, 'pick')
    const chart = () => page?.root.querySelector('[data-line]')?.getAttribute('data-line')
    await eventually(() => expect(chart()).toMatch(/Mar.*: 4, .*Mar.*: 5/))
    expect(page.root.querySelectorAll('tbody th[scope=row]')).toHaveLength(3)
    expect(words()).toContain('2 rows without a date are not shown.')
  })

  it('reports an empty result and a row limit', async () => {
    page = await mounted(LineView, { view, asked: viewContext({ main: newResult(columns, []) }) }, 'pick')
    await eventually(() => expect(words()).toContain('No data.'))
    page.unmount()
    const limited = newResult(columns, [['2026-03-01', 4]], true)
    page = await mounted(LineView, { view, asked: viewContext({ main: limited }) }, 'pick')
    await eventually(() => expect(words()).toContain('Too many points to load on one page.'))
  })
})

describe('groups', () => {
  const view = newView({ id: 'islands', kind: 'groups', groupBy: ['island', 'port'], measures: [newFigure()] })
  const main = newResult(
    [column('island'), column('count', 'integer')],
    [
      ['Tarn', 3],
      [null, 1],
    ],
  )
  const totals = newResult([column('count', 'integer')], [[4]])

  it('show their levels, a missing key, and the total', async () => {
    page = await mounted(GroupsView, { view, asked: viewContext({ main, totals }) }, 'pick')
    await eventually(() => expect(page?.root.querySelector('tfoot')?.textContent).toContain('4'))
    expect(page.root.querySelector('thead th')?.textContent).toBe('island › port')
    expect([...page.root.querySelectorAll('tbody th .opener')].map(one => one.textContent.trim())).toEqual([
      '▸ Tarn',
      '▸ no island',
    ])
  })

  it('open by mouse and arrow keys, and one can be picked', async () => {
    page = await mounted(GroupsView, { view, asked: viewContext({ main, totals }) }, 'pick')
    const opener = () => page?.root.querySelector<HTMLButtonElement>('tbody .opener')
    await eventually(() => expect(opener()).not.toBeNull())
    const press = (key: string) => opener()?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
    press('ArrowRight')
    await eventually(() => expect(opener()?.getAttribute('aria-expanded')).toBe('true'))
    press('ArrowLeft')
    await eventually(() => expect(opener()?.getAttribute('aria-expanded')).toBe('false'))
    button('Only this')?.click()
    expect(page.emitted).toMatchObject([[{ viewId: 'islands', filter: { column: 'island', values: ['Tarn'] } }]])
  })

  it('stay visible when only the total fails', async () => {
    const asked = viewContext({ main, totals: new Failure(503, 'Too busy.', '') })
    page = await mounted(GroupsView, { view, asked }, 'pick')
    await eventually(() => expect(words()).toContain('Too busy.'))
    expect(words()).toContain('Tarn')
  })
})

describe('a download', () => {
  const props = {
    report: { id: 'late' },
    view: newView({ title: 'Rows' }),
    choices: {},
    filters: [],
    signed: '',
    sorted: { column: 'port', descending: true },
  }

  it('orders the rows as they are sorted, and shows its progress to the end', async () => {
    const order = vi.spyOn(project, 'post').mockResolvedValue(undefined)
    vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined)
    vi.spyOn(project, 'get').mockResolvedValue({ state: 'done', rows: 1067383, problem: '' } as never)
    page = await mounted(DownloadPanel, props, 'close')
    button('Download')?.click()
    await eventually(() => expect(words()).toContain('Done: 1,067,383 rows.'))
    expect(order.mock.calls[0]?.[1]).toMatchObject({
      body: { sortBy: 'port', descending: true, format: 'csv', withHeader: true },
    })
  })

  it('reports a refusal and a file that ends early', async () => {
    const order = vi.spyOn(project, 'post').mockRejectedValue(new Failure(429, 'Too many downloads.', 'Wait.'))
    page = await mounted(DownloadPanel, props, 'close')
    button('Download')?.click()
    await eventually(() => expect(words()).toContain('Too many downloads. Wait.'))
    order.mockResolvedValue(undefined)
    vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined)
    vi.spyOn(project, 'get').mockResolvedValue({ state: 'failed', rows: 7, problem: 'The source ended.' } as never)
    button('Download')?.click()
    await eventually(() => expect(words()).toContain('Aborted after 7 rows: The source ended.'))
  })
})
