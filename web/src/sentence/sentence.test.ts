import { afterEach, describe, expect, it } from 'vitest'
import { eventually } from '../testing/eventually'
import type { SentenceOption, SentencePart } from '../api/types'
import { mounted, type Mounted } from '../testing/mounted'
import OfferedMark from './OfferedMark.vue'
import SentenceLine from './SentenceLine.vue'
import TypedMark from './TypedMark.vue'

let page: Mounted | undefined
afterEach(() => page?.unmount())

const press = (at: Element | null | undefined, key: string): void =>
  void at?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
const found = <T extends Element>(selector: string): Promise<T> =>
  eventually(() => page?.root.querySelector<T>(selector) ?? expect.fail(selector))
async function fill(text: string): Promise<HTMLInputElement> {
  const field = await found<HTMLInputElement>('input')
  field.value = text
  field.dispatchEvent(new Event('input', { bubbles: true }))
  return field
}

describe('words with options', () => {
  const offer = (id: string, reason = ''): SentenceOption => ({ id, label: id, note: '', reason })
  const offers = (): Promise<SentenceOption[]> =>
    Promise.resolve([offer('median'), offer('maximum'), offer('sum', 'not of texts')])

  async function opened(typed = false): Promise<Mounted> {
    page = await mounted(OfferedMark, { text: 'count', about: 'the figure', typed, offers }, 'take')
    page.root.querySelector('button')?.click()
    await found('.offer')
    return page
  }

  it('are filtered by typing and selected by Enter', async () => {
    const { emitted } = await opened()
    const field = await fill('max')
    await eventually(() => expect(page?.root.querySelectorAll('.offer')).toHaveLength(1))
    press(field, 'Enter')
    expect(emitted).toEqual([['maximum']])
  })

  it('explain why an option does not fit and cannot be selected', async () => {
    const { root, emitted } = await opened()
    const last = [...root.querySelectorAll<HTMLButtonElement>('.offer')].at(-1)
    expect(last?.textContent).toContain('not of texts')
    last?.click()
    expect(emitted).toEqual([])
  })

  it('accept other text only where allowed', async () => {
    const { emitted } = await opened(true)
    press(await fill('port of call'), 'Enter')
    expect(emitted).toEqual([['port of call']])
    page?.unmount()
    const { emitted: none } = await opened()
    press(await fill('port of call'), 'Enter')
    expect(none).toEqual([])
  })
})

describe('editable words', () => {
  async function typing(): Promise<Mounted> {
    page = await mounted(TypedMark, { text: 'Late crossings', about: 'the title' }, 'take')
    page.root.querySelector('button')?.click()
    return page
  }

  it('are saved by Enter', async () => {
    const { emitted } = await typing()
    press(await fill('Delays'), 'Enter')
    expect(emitted).toEqual([['Delays']])
  })

  it('stay unchanged after Esc or without an edit', async () => {
    const { emitted } = await typing()
    press(await fill('Delays'), 'Escape')
    page?.root.querySelector('button')?.click()
    press(await found('input'), 'Enter')
    expect(emitted).toEqual([])
  })
})

describe('a sentence', () => {
  const part = (text: string, mark = ''): SentencePart => ({
    text,
    mark,
    hasOptions: mark !== '',
    editable: false,
    multiline: false,
    initialText: '',
  })

  it('reads as its parts, with a comma next to its mark', async () => {
    const pieces = [part('Counts rows of '), part('late', 'query'), part(', for :port.')]
    page = await mounted(SentenceLine, { pieces, offers: () => Promise.resolve([]), about: 'the view' }, 'take')
    const words = page.root.textContent
      .replace(/, the view: Change/, '')
      .replace(/\s+/g, ' ')
      .trim()
    expect(words).toBe('Counts rows of late, for :port.')
    expect(page.root.querySelector('b.mono')?.textContent).toBe(':port')
  })
})
