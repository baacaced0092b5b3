import { effectScope, ref } from 'vue'
import { describe, expect, it } from 'vitest'
import { useKept, type CacheRefresh } from './useKept'

/* A component is required as scope of the composable. */
const followed = (): CacheRefresh => effectScope().run(useKept) as CacheRefresh

describe('the cache of a page', () => {
  it('reports the oldest result', () => {
    const kept = followed()
    const [first, second] = [ref(''), ref('')]
    kept.follow(
      () => first.value,
      () => {},
    )
    kept.follow(
      () => second.value,
      () => {},
    )
    expect(kept.since.value).toBe('')
    first.value = '2026-11-29T10:00:05Z'
    expect(kept.since.value).toBe('2026-11-29T10:00:05Z')
    second.value = '2026-11-29T10:00:01Z'
    expect(kept.since.value).toBe('2026-11-29T10:00:01Z')
  })

  it('refreshes cached results only', () => {
    const kept = followed()
    const asked: string[] = []
    kept.follow(
      () => '2026-11-29T10:00:05Z',
      () => asked.push('kept'),
    )
    kept.follow(
      () => '',
      () => asked.push('new'),
    )
    kept.askAgain()
    expect(asked).toEqual(['kept'])
  })

  it('drops removed views', () => {
    const kept = followed()
    const scope = effectScope()
    scope.run(() =>
      kept.follow(
        () => '2026-11-29T10:00:05Z',
        () => {},
      ),
    )
    expect(kept.since.value).not.toBe('')
    scope.stop()
    expect(kept.since.value).toBe('')
  })
})
