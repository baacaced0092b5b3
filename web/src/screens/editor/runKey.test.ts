import { describe, expect, it } from 'vitest'
import type { Report, View } from '../../api/types'
import { runKey } from './runKey'

const report = { viewParameters: { a: ['port'] } } as unknown as Report
const view = {
  id: 'a',
  title: 'Ports',
  groupBy: ['port'],
  layout: { order: 'largest', width: 0, height: 0 },
} as unknown as View
const key = (changed: object): string => runKey(report, { ...view, ...changed })

describe('a view in the report editor', () => {
  it('keeps its rows when renamed or resized', () => {
    expect(key({ title: 'Harbours' })).toBe(key({}))
    expect(key({ layout: { ...view.layout, width: 8, height: 9 } })).toBe(key({}))
  })
  it('reruns when its definition or its parameters change', () => {
    expect(key({ groupBy: ['vessel'] })).not.toBe(key({}))
    expect(key({ layout: { ...view.layout, order: 'keys' } })).not.toBe(key({}))
    expect(runKey({ viewParameters: {} } as unknown as Report, view)).not.toBe(key({}))
  })
})
