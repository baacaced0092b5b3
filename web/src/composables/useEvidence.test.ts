import { effectScope, nextTick, ref } from 'vue'
import { afterEach, expect, it, vi } from 'vitest'
import { project } from '../api/client'
import { useEvidence } from './useEvidence'

afterEach(() => vi.restoreAllMocks())

it('shows no failure for a request that is aborted because the statement is gone', async () => {
  vi.spyOn(project, 'post').mockImplementation(
    ((_path: string, { signal }: { signal: AbortSignal }) =>
      new Promise((_resolve, reject) => {
        signal.addEventListener('abort', () => reject(new DOMException('aborted', 'AbortError')))
      })) as unknown as typeof project.post,
  )
  const sent = ref<number | undefined>(7)
  const scope = effectScope()
  const { proof } = scope.run(() => useEvidence(() => sent.value)) ?? expect.fail()
  expect(proof.value?.status).toBe('loading')
  sent.value = undefined
  await nextTick()
  await new Promise(resolve => setTimeout(resolve))
  expect(proof.value).toBeUndefined()
  scope.stop()
})
