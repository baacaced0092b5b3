import { afterEach, describe, expect, it } from 'vitest'
import { Failure } from '../api/failure'
import { mounted, type Mounted } from '../testing/mounted'
import AboveNote from './AboveNote.vue'
import FailureNote from './FailureNote.vue'

let page: Mounted | undefined
afterEach(() => page?.unmount())

describe('a failure', () => {
  it('states the problem and the remedy once each, as an alert', async () => {
    const failure = new Failure(409, 'Someone changed the query. Reload it.', 'Reload it.')
    page = await mounted(FailureNote, { failure }, 'none', 'Try again')
    const note = page.root.querySelector('[role=alert]')
    expect(note?.textContent.replace(/\s+/g, ' ').trim()).toBe('Someone changed the query. Reload it. Try again')
    expect(note?.querySelector('strong')?.textContent).toBe('Someone changed the query.')
  })
})

describe('a note above a page', () => {
  it('is announced as a status', async () => {
    page = await mounted(AboveNote, {}, 'none', 'You view this as Tarn office.')
    expect(page.root.querySelector('[role=status]')?.textContent).toBe('You view this as Tarn office.')
  })
})
