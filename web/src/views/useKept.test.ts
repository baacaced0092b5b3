import { effectScope, ref } from 'vue'
import { describe, expect, it } from 'vitest'
import { useKept, type CacheRefresh } from './useKept'

/* A page is what follows; here no one is one. */
const followed = (): CacheRefresh => effectScope().run(useKept) as CacheRefresh

describe('what of a page was asked before', () => {
  it('tells the oldest of what is there', () => {
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

  it('asks again what was kept and nothing else', () => {
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

  it('forgets what has left the page', () => {
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
