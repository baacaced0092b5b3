import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '../testing/eventually'
import { shallowRef } from 'vue'
import type { Choice, ListedValue, Parameter } from '../api/types'
import { all, blank, chosen } from '../choices/choices'
import type { UsedValueList } from '../composables/useValueList'
import { stubLayout } from '../testing/layout'
import { mounted, type, type Mounted } from '../testing/mounted'
import { newParameter } from '../testing/newParameter'
import { stubServer } from '../testing/stubServer'
import DateControl from './DateControl.vue'
import DistributionBars from './DistributionBars.vue'
import DropdownControl from './DropdownControl.vue'
import ValuePicker from './ValuePicker.vue'
import ValueShortcuts from './ValueShortcuts.vue'

let page: Mounted | undefined
beforeEach(() => void stubLayout())
afterEach(() => {
  page?.unmount()
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

const NAMES = ['Ardlow', 'Skerrin', 'Tarn', '', 'Ölvik', 'O’Hare', '100 %', '‮rtl', 'a,b', 'Hethra', 'Brae']
const listed = (value: string): ListedValue => ({ value, label: value || 'empty text', count: -1 })
const list = NAMES.map(listed)

async function control(component: object, parameter: Partial<Parameter>, modelValue: Choice): Promise<Mounted> {
  const now = { values: list, complete: true, more: false, queriedAt: '', refreshing: false }
  const source: UsedValueList = {
    state: shallowRef({ status: 'ready', list: now }),
    reload: () => Promise.resolve(),
    search: () => Promise.resolve(now),
    named: () => Promise.resolve([]),
  }
  const props = { parameter: { ...newParameter('port'), ...parameter }, modelValue, list, source }
  page = await mounted(component, props, 'update:modelValue')
  return page
}
const options = (): HTMLElement[] => [...(page?.root.querySelectorAll<HTMLElement>('[role=option]') ?? [])]
const option = (label: string): HTMLElement =>
  options().find(one => one.textContent.includes(label)) ?? expect.fail(label)

describe('a picker', () => {
  it('adds and removes values, and replaces a single one', async () => {
    const several = await control(ValuePicker, { multiple: true }, chosen(['Tarn']))
    option('Ölvik').click()
    option('Tarn').click()
    expect(several.emitted).toEqual([[chosen(['Tarn', 'Ölvik'])], [blank()]])
    several.unmount()
    const single = await control(ValuePicker, { multiple: false }, chosen(['Tarn']))
    option('Brae').click()
    expect(single.emitted).toEqual([[chosen(['Brae'])]])
  })

  it('keeps the other values when one of all is deselected', async () => {
    const { emitted } = await control(ValuePicker, { multiple: true }, all())
    expect(options().every(one => one.getAttribute('aria-selected') === 'true')).toBe(true)
    option('Skerrin').click()
    expect(emitted).toEqual([[chosen(NAMES.filter(name => name !== 'Skerrin'))]])
  })

  it('searches lists of ten or more values, also by keyboard', async () => {
    const { root, emitted } = await control(ValuePicker, { multiple: true }, blank())
    const search = root.querySelector('input') as HTMLInputElement
    await type(search, 'hare')
    await eventually(() => expect(options()).toHaveLength(1))
    search.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    expect(emitted).toEqual([[chosen(['O’Hare'])]])
    await type(search, 'nowhere')
    await eventually(() => expect(root.querySelector('[role=status]')?.textContent).toContain('No matching values.'))
  })
})

describe('shortcuts of a list', () => {
  const press = (label: string): void =>
    [...(page?.root.querySelectorAll('button') ?? [])].find(one => one.textContent.trim() === label)?.click()

  it('select all, none, and null rows', async () => {
    const { emitted } = await control(ValueShortcuts, { multiple: true }, chosen(['Tarn']))
    press('All')
    press('Clear')
    press('no value')
    expect(emitted).toEqual([[all()], [blank()], [{ kind: 'values', values: ['Tarn'], withoutValue: true }]])
  })

  it('offer the default only when another value is selected', async () => {
    const { root } = await control(ValueShortcuts, { multiple: true }, blank())
    expect(root.textContent).not.toContain('Default')
  })
})

describe('a dropdown', () => {
  it('shows the selection and opens a picker', async () => {
    const { root } = await control(DropdownControl, { multiple: true }, chosen(['Tarn', 'Brae']))
    expect(root.querySelector('button')?.textContent).toContain('Tarn')
    expect(options()).toHaveLength(0)
    root.querySelector('button')?.click()
    await eventually(() => expect(options().length).toBeGreaterThan(0))
  })
})

describe('a date control', () => {
  const field = (): HTMLInputElement => page?.root.querySelector('input') as HTMLInputElement

  it('selects a typed day, and nothing for an empty field', async () => {
    const { emitted } = await control(DateControl, { type: 'date' }, chosen(['2026-03-01']))
    await type(field(), '2026-03-31')
    await type(field(), '')
    expect(emitted).toEqual([[chosen(['2026-03-31'])], [blank()]])
  })

  it('can be cleared where a value is selected', async () => {
    const { root, emitted } = await control(DateControl, { type: 'date' }, chosen(['2026-03-01']))
    root.querySelector<HTMLButtonElement>('[aria-label="Clear Port"]')?.click()
    expect(emitted).toEqual([[blank()]])
  })
})

describe('the distribution of a range', () => {
  it('shows its range, and a bar selects its interval', async () => {
    stubServer(() => new Response(JSON.stringify({ minimum: 0, maximum: 100, counts: [1, 9, 0, 4] })))
    const props = { parameter: { ...newParameter('delay'), type: 'integer' }, low: '30', high: '' }
    page = await mounted(DistributionBars, props, 'choose')
    await eventually(() => expect(page?.root.querySelectorAll('i')).toHaveLength(4))
    const bars = [...page.root.querySelectorAll('i')]
    expect(bars.map(bar => bar.classList.contains('inside'))).toEqual([false, true, true, true])
    bars[1]?.click()
    expect(page.emitted).toEqual([['25', '50']])
  })
})
