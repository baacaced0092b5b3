import { onScopeDispose, ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { onBack } from '../../api/connectionState'
import { type Failure, Unreachable, asFailure } from '../../api/failure'
import { questionOf, type PageAddress } from '../../api/page'
import type { Choices, Question } from '../../api/types'

/**
 * The rendered question with these choices, and unusable ones, from the server. Late responses are dropped.
 *
 * @param version of the report, if it can change: the question is reloaded
 */
export function useQuestion(
  page: PageAddress,
  choices: Ref<Choices>,
  signed: Ref<string>,
  onAnswer: (answer: Question) => void,
  version: Ref<number> = ref(0),
): { question: ShallowRef<Question | undefined>; failure: ShallowRef<Failure | undefined> } {
  const question = shallowRef<Question>()
  const failure = shallowRef<Failure>()
  let current: symbol | undefined

  async function ask(): Promise<void> {
    const mine = (current = Symbol('question'))
    try {
      const answer = await questionOf(page, { choices: choices.value, linkToken: signed.value })
      if (mine !== current) return
      question.value = answer
      failure.value = undefined
      onAnswer(answer)
    } catch (error) {
      if (mine === current) failure.value = asFailure(error)
    }
  }
  watch(
    () => JSON.stringify([choices.value, signed.value, version.value]),
    () => void ask(),
    { immediate: true, flush: 'sync' },
  )
  onBack(
    () => failure.value instanceof Unreachable,
    () => void ask(),
  )
  onScopeDispose(() => (current = undefined))
  return { question, failure }
}
