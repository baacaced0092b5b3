import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '../testing/eventually'
import { Failure } from '../api/failure'
import type { RunState } from '../composables/useRun'
import { stubLayout } from '../testing/layout'
import { mounted, type Mounted } from '../testing/mounted'
import { newParameter } from '../testing/newParameter'
import { column, newFigure, newResult, newView, viewContext } from '../testing/viewContext'
import BarsView from './charts/BarsView.vue'
import FiguresView from './figures/FiguresView.vue'
import RunNote from './RunNote.vue'
import TextView from './TextView.vue'
import ViewCard from './ViewCard.vue'
import AccessibleTable from './rows/AccessibleTable.vue'
import CopyRows from './rows/CopyRows.vue'
import RowTable from './rows/RowTable.vue'
import TableView from './rows/TableView.vue'

let page: Mounted | undefined
let scrolled: ReturnType<typeof stubLayout>
beforeEach(() => {
  scrolled = stubLayout()
})
afterEach(() => {
  page?.unmount()
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

const words = (): string => page?.root.textContent.replace(/\s+/g, ' ').trim() ?? ''
const PORTS = [column('port'), column('late', 'integer')]

describe('a note of a run', () => {
  const note = async (state: RunState): Promise<string> => {
    page = await mounted(RunNote, { state }, 'again')
    return words()
  }

  it('is hidden while everything is fine', async () => {
    expect(await note({ status: 'done', answer: newResult([], []) })).toBe('')
    expect(await note({ status: 'running', since: Date.now(), behind: 0 })).toBe('')
  })

  it('reports its queue position after a moment', async () => {
    vi.useFakeTimers()
    await note({ status: 'running', since: Date.now(), behind: 3 })
    await vi.advanceTimersByTimeAsync(500)
    expect(words()).toMatch(/^Waiting for the source, 3 before you, 0\.\d s Stop$/)
  })

  it('shows an error with its advice and offers a retry', async () => {
    const failure = new Failure(503, 'The source does not answer.', 'Try later.')
    expect(await note({ status: 'failed', failure })).toBe('The source does not answer. Try later. Try again')
    page?.root.querySelector('button')?.click()
    expect(page?.emitted).toHaveLength(1)
  })
})

describe('a card', () => {
  it('names ignored parameters and picked rows', async () => {
    const asked = viewContext({}, { parameters: [newParameter('port')], titles: { rows: 'Late in Tarn' } })
    Object.assign(asked.report, { queryLimits: { rows: { parameter: '', rows: 500 } } })
    page = await mounted(ViewCard, { view: newView({ ignoredParameters: ['port'] }), asked }, 'again')
    expect(words()).toContain('Late in Tarn')
    expect(words()).toContain('Of the first 500 rows only')
    expect(words()).toContain('Ignores Port by design.')
  })
})

describe('a note of a report', () => {
  it('shows its choices in bold', async () => {
    page = await mounted(TextView, { view: newView({ id: 'note', kind: 'text' }), asked: viewContext({}) }, 'none')
    expect(words()).toBe('Only late ones, Tarn')
    expect(page.root.querySelector('b')?.textContent).toBe('Tarn')
  })
})

describe('figures', () => {
  const measures = [newFigure(), newFigure({ function: 'avg', column: 'delay', label: 'mean delay', unit: 'min' })]
  const columns = [column('count', 'integer'), column('delay', 'decimal')]

  it('show a missing value as such', async () => {
    const asked = viewContext({ main: newResult(columns, [[0, null]]) })
    page = await mounted(FiguresView, { view: newView({ kind: 'figures', measures }), asked }, 'count')
    await eventually(() => expect(words()).toContain('crossings'))
    await eventually(() => expect(page?.root.querySelectorAll('b')[1]?.textContent).toBe('–'))
    expect(page.root.querySelectorAll('b')[0]?.textContent).toBe('0')
    expect(page.emitted).toEqual([[0]])
  })

  it('are compared with the previous period, and report failures of the comparison', async () => {
    const view = newView({ id: 'figures', kind: 'figures', measures: [newFigure()], comparison: 'before' })
    const main = newResult([column('count', 'integer')], [[150]])
    const compared = newResult([column('count', 'integer')], [[100]])
    page = await mounted(
      FiguresView,
      { view, asked: viewContext({ main, compared }, { periods: { figures: 'Feb 2026' } }) },
      'count',
    )
    await eventually(() => expect(words()).toContain('▲ 50 % vs Feb 2026 (100)'))
    page.unmount()
    const failed = viewContext({ main, compared: new Failure(503, 'Too busy.', '') })
    page = await mounted(FiguresView, { view, asked: failed }, 'count')
    await eventually(() => expect(words()).toContain('Not compared: Too busy.'))
  })
})

describe('a table', () => {
  const rows = [
    ['Tarn', 3],
    ['', null],
  ]

  it('shows labels, missing values, and the number of rows', async () => {
    const columns = [{ name: 'port', label: 'Port' } as never]
    const props = { asked: viewContext({ main: newResult(PORTS, rows) }), total: 12, downloading: false }
    page = await mounted(TableView, { view: newView({ columns }), ...props }, 'download')
    await eventually(() => expect(words()).toContain('2 of 12 rows'))
    expect(words()).toContain('10 more match these choices.')
    ;[...page.root.querySelectorAll('button')].find(one => one.textContent.includes('Download every row'))?.click()
    expect(page.emitted).toEqual([[true]])
  })

  it('reports an empty result', async () => {
    const props = { asked: viewContext({ main: newResult(PORTS, []) }), total: 0, downloading: false }
    page = await mounted(TableView, { view: newView({}), ...props }, 'download')
    await eventually(() => expect(words()).toContain('No rows match these choices.'))
  })

  it('marks columns, scrolls to them, and renders only visible rows of 10,000', async () => {
    const many = Array.from({ length: 10_000 }, (_, i) => [`port ${i}`, i])
    page = await mounted(RowTable, { columns: PORTS, rows: many, fresh: ['late'], sortable: true }, 'sort')
    const visible = page.root.querySelectorAll('tr.data').length
    expect(visible).toBeGreaterThan(5)
    expect(visible).toBeLessThan(100)
    expect(page.root.querySelectorAll('th.changed')).toHaveLength(1)
    await eventually(() => expect(scrolled).toHaveBeenCalledWith({ left: -90 }))
    page.root.querySelectorAll<HTMLButtonElement>('th button')[1]?.click()
    expect(page.emitted).toEqual([['late']])
  })

  it('leaves missing cells empty and shows totals', async () => {
    page = await mounted(RowTable, { columns: PORTS, rows, totals: { late: '3' } }, 'sort')
    expect(page.root.querySelectorAll('tr.data td')[3]?.textContent).toBe('no value')
    const footer = [...page.root.querySelectorAll('tfoot td')].map(cell => cell.textContent.trim())
    expect(footer).toEqual(['total', '3'])
  })

  it('is copied as spreadsheet cells', async () => {
    const copied: string[] = []
    vi.stubGlobal('navigator', { clipboard: { writeText: (text: string) => Promise.resolve(copied.push(text)) } })
    page = await mounted(CopyRows, { columns: PORTS, rows, labels: { port: 'Port' } }, 'none')
    page.root.querySelector('button')?.click()
    await eventually(() => expect(words()).toBe('Copied 2 rows'))
    expect(copied[0]?.split('\n')[0]).toBe('Port\tlate')
  })
})

describe('bars', () => {
  const view = newView({ id: 'by-port', kind: 'bars', title: 'By port', groupBy: ['port'], measures: [newFigure()] })

  it('have a text alternative, and each selects its rows', async () => {
    const asked = viewContext({
      main: newResult(PORTS, [
        ['Tarn', 3],
        [null, 2],
      ]),
    })
    page = await mounted(BarsView, { view, asked }, 'pick')
    await eventually(() =>
      expect(page?.root.querySelector('[data-bars]')?.getAttribute('data-bars')).toContain('Tarn: 3'),
    )
    page.root.querySelector<HTMLButtonElement>('.picks button')?.click()
    expect(page.emitted).toMatchObject([[{ viewId: 'by-port', filter: { column: 'port', values: ['Tarn'] } }]])
  })

  it('are a table with row headers', async () => {
    page = await mounted(
      AccessibleTable,
      { caption: 'By port', heads: ['port', 'late'], rows: [['Tarn', '3']] },
      'none',
    )
    expect(page.root.querySelector('th[scope=row]')?.textContent).toBe('Tarn')
    expect(page.root.querySelector('caption')?.textContent.trim()).toBe('By port')
  })
})
