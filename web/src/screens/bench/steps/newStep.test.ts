import { afterEach, describe, expect, it, vi } from 'vitest'
import { Unreachable } from '../../../api/failure'
import { eventually } from '../../../testing/eventually'
import { mounted, type, type Mounted } from '../../../testing/mounted'
import { stubServer } from '../../../testing/stubServer'
import NewStepField from './NewStepField.vue'
import type { RejectedSteps } from './stepAction'

let page: Mounted | undefined
afterEach(() => {
  page?.unmount()
  vi.unstubAllGlobals()
})

async function field(add: (typed: string) => Promise<RejectedSteps>): Promise<HTMLInputElement> {
  stubServer(() => Response.json([]))
  const props = { queryId: 'q', text: 'steps 1\nfrom ports', behind: 1, choices: () => ({}), add, focused: true }
  page = await mounted(NewStepField, props, 'close')
  return page.root.querySelector('input') ?? expect.fail('no field')
}
const enter = (input: HTMLInputElement): boolean =>
  input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))

describe('a new step', () => {
  it('clears its field at once, and returns a rejected step with the reason', async () => {
    let reject: (rejected: RejectedSteps) => void = () => undefined
    const input = await field(() => new Promise(resolve => (reject = resolve)))
    await type(input, 'where nmae = Ardlow')
    enter(input)
    await eventually(() => expect(input.value).toBe(''))
    await type(input, 'first 5 rows')
    reject({ steps: 'where nmae = Ardlow', reason: 'No column “nmae”.' })
    await eventually(() => expect(input.value).toBe('where nmae = Ardlow'))
    expect(page?.root.textContent).toContain('No column “nmae”.')
    expect(page?.root.textContent).toContain('Enter adds this step and the step after it.')
  })

  it('returns a step that could not be sent', async () => {
    const input = await field(() => Promise.reject(new Unreachable()))
    await type(input, 'where name = Ardlow')
    enter(input)
    await eventually(() => expect(page?.root.textContent).toContain('The Plain Sieve server does not respond.'))
    expect(input.value).toBe('where name = Ardlow')
  })
})
