import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useDelayed } from './useDelayed'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

describe('a delayed indicator', () => {
  const begin = () => {
    const what = ref<string>()
    const scope = effectScope()
    const late = scope.run(() => useDelayed(() => what.value, 250)) ?? expect.fail()
    const is = async (now: string | undefined): Promise<void> => {
      what.value = now
      await nextTick()
    }
    return { late, is, scope }
  }

  it('is not shown for a short operation', async () => {
    const { late, is } = begin()
    await is('running')
    vi.advanceTimersByTime(249)
    await is(undefined)
    vi.advanceTimersByTime(1000)
    expect(late.value).toBe(false)
  })

  it('is shown until the operation ends', async () => {
    const { late, is } = begin()
    await is('running')
    vi.advanceTimersByTime(250)
    expect(late.value).toBe(true)
    await is(undefined)
    expect(late.value).toBe(false)
  })

  it('restarts for another operation', async () => {
    const { late, is } = begin()
    await is('waiting')
    vi.advanceTimersByTime(200)
    await is('running')
    vi.advanceTimersByTime(200)
    expect(late.value).toBe(false)
    vi.advanceTimersByTime(50)
    expect(late.value).toBe(true)
  })

  it('is cleared after unmounting', async () => {
    const { late, is, scope } = begin()
    await is('running')
    scope.stop()
    vi.advanceTimersByTime(1000)
    expect(late.value).toBe(false)
  })
})
