import { computed, nextTick, ref, type ComputedRef, type Ref } from 'vue'
import { inserted, isSteps, linesOf, textOf, upTo } from '../../../query/steps'
import type { UsedSteps } from './useSteps'

export interface UsedStepPreview {
  asSteps: ComputedRef<boolean>
  /** The previewed step, from 0; undefined for the whole result. */
  looked: Ref<number | undefined>
  /** The text to run: all of it, or up to the previewed step. */
  asked: ComputedRef<string>
  fresh: ComputedRef<string[]>
  look: (step: number | undefined) => void
  /** Looks at the rows that a step can do nothing with. */
  lookOdd: (step: number) => void
  /** Inserts a step after the previewed rows. */
  add: (words: string) => void
}

/** Previews the rows after one step, and returns to the whole result. */
export function useStepPreview(text: Ref<string>, steps: UsedSteps, run: () => void): UsedStepPreview {
  const looked = ref<number>()
  const odd = ref(false)
  const asSteps = computed(() => isSteps(text.value))
  const asked = computed(() => {
    if (!asSteps.value || looked.value === undefined) return text.value
    const lines = linesOf(text.value)
    const words = steps.reading.value.steps[looked.value]?.hints.checkStep
    if (!odd.value || !words) return upTo(lines, looked.value)
    return textOf([...lines.slice(0, looked.value), { words, on: true }])
  })
  const fresh = computed(() =>
    looked.value === undefined || odd.value ? [] : (steps.reading.value.steps[looked.value]?.hints.newColumns ?? []),
  )

  function look(step: number | undefined): void {
    looked.value = step === linesOf(text.value).length - 1 ? undefined : step
    odd.value = false
    void nextTick(run)
  }

  function lookOdd(step: number): void {
    looked.value = step
    odd.value = true
    void nextTick(run)
  }

  function add(words: string): void {
    const at = looked.value === undefined ? linesOf(text.value).length : looked.value + 1
    steps.change(`the new step ${at + 1}`, lines => inserted(lines, at, words))
    look(at)
  }
  return { asSteps, looked, asked, fresh, look, lookOdd, add }
}
