import { ref, type Ref } from 'vue'
import { project } from '../api/client'
import { asFailure } from '../api/failure'
import type { SentenceOption, Parameter } from '../api/types'
import type { UsedParameters } from './useParameters'

export interface UsedSentence {
  offers: (mark: string) => Promise<SentenceOption[]>
  /** Changes a mark; returns whether it was saved. */
  take: (mark: string, taken: string) => Promise<boolean>
  /** The losses of the last change. */
  lost: Ref<string[]>
}

/** The sentences of a parameter, changed mark by mark. Each change is based on the previous one. */
export function useSentence(name: () => string, parameters: UsedParameters, onChanged: () => void): UsedSentence {
  const lost = ref<string[]>([])
  let queue: Promise<unknown> = Promise.resolve()

  const offers = (mark: string) =>
    project.get('/parameters/{name}/options', { params: { path: { name: name() }, query: { mark } } })

  async function change(base: Parameter, mark: string, taken: string): Promise<boolean> {
    try {
      const switched = await project.post('/parameters/changed', { body: { definition: base, mark, option: taken } })
      lost.value = switched.lost
      const kept = await parameters.change(base, switched.definition)
      if (kept) onChanged()
      return kept
    } catch (error) {
      parameters.failures[base.name] = asFailure(error)
      return false
    }
  }

  function take(mark: string, taken: string): Promise<boolean> {
    const seen = parameters.find(name())
    const result = queue.then(() => {
      const base = parameters.find(name()) ?? seen
      return base ? change(base, mark, taken) : false
    })
    queue = result
    return result
  }

  return { offers, take, lost }
}
