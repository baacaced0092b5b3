import { afterEach, describe, expect, it } from 'vitest'
import { shallowRef } from 'vue'
import type { Choice, Parameter } from '../api/types'
import type { ListState, UsedValueList } from '../composables/useValueList'
import { blank, chosen } from '../choices/choices'
import { mounted, type, type Mounted } from '../testing/mounted'
import { newParameter } from '../testing/newParameter'
import LinesControl from './LinesControl.vue'
import PeriodControl from './PeriodControl.vue'
import RangeControl from './RangeControl.vue'
import RowsControl from './RowsControl.vue'
import SwitchControl from './SwitchControl.vue'
import TextControl from './TextControl.vue'

const NO_LIST: ListState = {
  status: 'ready',
  list: { values: [], complete: true, more: false, queriedAt: '', refreshing: false },
}
const source: UsedValueList = {
  state: shallowRef(NO_LIST),
  reload: () => Promise.resolve(),
  search: () => Promise.resolve(NO_LIST.list),
  named: () => Promise.resolve([]),
}

let page: Mounted | undefined
afterEach(() => page?.unmount())

async function control(component: object, parameter: Partial<Parameter>, modelValue: Choice): Promise<Mounted> {
  page = await mounted(
    component,
    { parameter: { ...newParameter('min_delay'), ...parameter }, modelValue, list: [], source },
    'update:modelValue',
  )
  return page
}

const field = (): HTMLInputElement => page?.root.querySelector('input, textarea') as HTMLInputElement

describe('a text control', () => {
  it('selects a typed number in the format of the page, and nothing for an empty field', async () => {
    const { emitted } = await control(TextControl, { type: 'integer' }, chosen(['15']))
    await type(field(), '30')
    await type(field(), '')
    expect(emitted).toEqual([[chosen(['30'])], [blank()]])
  })

  it('does not select the same value again', async () => {
    const { emitted } = await control(TextControl, {}, chosen(['Ardlow']))
    await type(field(), ' Ardlow ')
    expect(emitted).toEqual([])
  })

  it('names the parameter, shows the blank label, and can be cleared', async () => {
    const { root, emitted } = await control(TextControl, { label: 'Port', blankLabel: 'any port' }, chosen(['x']))
    expect(field().getAttribute('aria-label')).toBe('Port')
    expect(field().placeholder).toBe('any port')
    root.querySelector<HTMLButtonElement>('[aria-label="Clear Port"]')?.click()
    expect(emitted).toEqual([[blank()]])
  })
})

describe('a control of multiple lines', () => {
  it('selects pasted lines and cells without duplicates', async () => {
    const { emitted } = await control(LinesControl, { multiple: true }, blank())
    await type(field(), 'Ardlow\r\n Skerrin \tArdlow\n\n')
    expect(emitted).toEqual([[chosen(['Ardlow', 'Skerrin'])]])
  })

  it('counts the values', async () => {
    const { root } = await control(LinesControl, { multiple: true }, chosen(['a', 'b']))
    expect(root.textContent).toContain('2 values')
  })
})

describe('a row limit control', () => {
  it('offers the selected number among the usual ones, and all rows', async () => {
    const { root } = await control(RowsControl, { type: 'integer', unlimitedValue: 0, blankLabel: '' }, chosen(['70']))
    const options = [...root.querySelectorAll('option')].map(option => option.value)
    expect(options).toEqual(['50', '70', '100', '500', '1000', '5000', '0'])
    expect(root.querySelector('select')?.value).toBe('70')
  })
})

describe('a switch', () => {
  it.each([
    ['no', 1, ['false']],
    ['either', 2, []],
  ])('selects %s', async (_, index, values) => {
    const { root, emitted } = await control(SwitchControl, { type: 'boolean' }, chosen(['true']))
    const options = root.querySelectorAll<HTMLInputElement>('input')
    expect(options[0]?.checked).toBe(true)
    options[index]?.click()
    expect(emitted.map(([choice]) => (choice as Choice).values)).toEqual([values])
  })
})

describe('a period control', () => {
  it('steps to the next month', async () => {
    const { root, emitted } = await control(PeriodControl, { type: 'date', covers: 'month' }, chosen(['2026-12-01']))
    root.querySelectorAll<HTMLButtonElement>('button')[1]?.click()
    expect(emitted).toEqual([[chosen(['2027-01-01'])]])
  })
})

describe('a range', () => {
  const end = (name: string): Parameter => ({ ...newParameter(name), type: 'date', label: 'Departed' })

  it('shows open ends', async () => {
    page = await mounted(RangeControl, { from: end('from'), to: end('to'), choices: {}, problems: {} }, 'choose')
    const placeholders = [...page.root.querySelectorAll('input')].map(input => input.placeholder).filter(text => text)
    expect(placeholders).toEqual(['open', 'open'])
  })
})
