import { describe, expect, it } from 'vitest'
import { ref, watch } from 'vue'
import { steady } from './steady'

describe('a stable computed value', () => {
  it('keeps its identity until its content changes', () => {
    const all = ref([1, 2, 3])
    const even = steady(() => all.value.filter(number => number % 2 === 0))
    const first = even.value
    let told = 0
    watch(even, () => told++, { flush: 'sync' })
    all.value = [1, 2]
    expect(even.value).toBe(first)
    all.value = [2, 4]
    expect(even.value).toEqual([2, 4])
    expect(told).toBe(1)
  })
})
