import { describe, expect, it } from 'vitest'
import type { Control, Report } from '../../api/types'
import { newParameter } from '../../testing/newParameter'
import { placedControls } from './placedControls'

const control = (name: string, more: Partial<Control> = {}): Control => ({
  kind: 'automatic',
  label: name,
  parameters: [name],
  heading: '',
  place: 'beside-rows',
  ...more,
})
const headings = (...controls: Control[]): string[] => {
  const parameters = [
    { ...newParameter('port'), group: 'Where' },
    { ...newParameter('day'), group: 'When' },
  ]
  const report = { parameters, definition: { controls } } as unknown as Report
  const things = controls.map(one => ({ object: `control:${one.parameters[0]}`, sentence: [] }))
  return placedControls(report, things).map(one => one.heading)
}

describe('headings of controls', () => {
  it('are those of their parameters by default', () => {
    expect(headings(control('port'), control('day'))).toEqual(['Where', 'When'])
    expect(headings(control('port'), control('day', { heading: 'Where' }))).toEqual(['Where', ''])
  })
  it('exclude controls that are only in the question line', () => {
    expect(headings(control('port'), control('day', { place: 'in-sentence' }), control('port'))).toEqual([
      'Where',
      '',
      '',
    ])
  })
})
