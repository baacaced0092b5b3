import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Lead } from './lead'

describe('the lead', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('keeps the others until its rows come, also those who came a moment before it', async () => {
    const lead = new Lead()
    const order: string[] = []
    const other = lead.passed().then(() => order.push('other'))
    const rowsCome = lead.begin()
    await vi.advanceTimersByTimeAsync(100)
    expect(order).toEqual([])
    rowsCome()
    await other
    expect(order).toEqual(['other'])
  })

  it('keeps nobody for long', async () => {
    const lead = new Lead()
    lead.begin()
    const other = lead.passed()
    await vi.advanceTimersByTimeAsync(250)
    await expect(other).resolves.toBeUndefined()
  })

  it('keeps nobody where nobody leads', async () => {
    await expect(new Lead().passed()).resolves.toBeUndefined()
  })
})
