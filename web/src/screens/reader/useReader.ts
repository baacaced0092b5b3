import { computed, inject, provide, ref, type ComputedRef, type Ref, type ShallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { SIGNED } from '../../api/inAddress'
import type { Failure } from '../../api/failure'
import type { Choice, Choices, Problem, Question, Report } from '../../api/types'
import { defaultsOf, sameChoice } from '../../choices/choices'
import { signedChoices } from '../../choices/link'
import { steady } from '../../composables/steady'
import { historyKey } from '../../composables/useHistory'
import { choosingKey } from '../../composables/useChoosing'
import { useLinkedChoices } from './useLinkedChoices'
import { useQuestion } from './useQuestion'
import { paramsOf, type ReportAddress } from './useReportAddress'

export interface UseReader {
  choices: Ref<Choices>
  question: ShallowRef<Question | undefined>
  /** Why the question could not be stated at all. */
  failure: ShallowRef<Failure | undefined>
  signed: ComputedRef<string>
  fixed: ComputedRef<FixedReasons>
  choose: (changed: Choices) => void
  /** The choices that may be saved or shared. */
  sayable: (all: Choices) => Choices
  forget: (name: string) => void
  reset: () => void
  problemOf: ComputedRef<Record<string, string>>
  strangers: ComputedRef<Problem[]>
  dropped: Ref<{ name: string; values: string[] }[]>
  /** Whether the link contains choices. */
  linked: boolean
}

/** Parameters that cannot be chosen, and why, by their names. */
export type FixedReasons = Record<string, string>

function fixedBy(question: Question | undefined): FixedReasons {
  const words = (names: string[] = [], why: string): FixedReasons => Object.fromEntries(names.map(name => [name, why]))
  return { ...words(question?.fixedByLink, 'fixed by this link'), ...words(question?.determined, 'assigned to you') }
}

const without = (all: Choices, names: string[]): Choices =>
  Object.fromEntries(Object.entries(all).filter(([name]) => !names.includes(name)))

/** The choices of one report and their validation. */
export function useReader(report: Report, linkedChoices: Choices, address: ReportAddress): UseReader {
  const route = useRoute()
  const history = inject(historyKey, undefined)
  const defaults = defaultsOf(report.parameters)
  const signed = computed(() => paramsOf(route.fullPath).get(SIGNED) ?? '')
  /* Fixed choices replace defaults; the server rejects contradicting choices of the link. */
  const complete = (linked: Choices): Choices => ({ ...defaults, ...signedChoices(signed.value), ...linked })
  const privates = new Set(report.parameters.filter(parameter => parameter.private).map(parameter => parameter.name))
  const sayable = (all: Choices): Choices => without(all, [...Object.keys(fixed.value), ...privates])
  const { choices, set } = useLinkedChoices(linkedChoices, address, {
    reportId: report.id,
    signed,
    complete,
    sayable,
    privates,
  })
  const dropped = ref<{ name: string; values: string[] }[]>([])
  const { question, failure } = useQuestion({ route: '/reports/{id}', id: report.id }, choices, signed, accept)
  const fixed = steady(() => fixedBy(question.value))

  const problems = computed(() => question.value?.problems ?? [])
  const problemOf = steady<Record<string, string>>(() =>
    Object.fromEntries(problems.value.map(problem => [problem.parameter, `${problem.message} ${problem.advice}`])),
  )
  provide(choosingKey, {
    problems: problemOf,
    choices: computed(() => choices.value),
    needs: computed(() => report.dependencies),
    reportId: report.id,
    signed,
    trial: false,
  })

  /* Removed values and former names are corrected in the choices, and reported. */
  function accept(answer: Question): void {
    const gone = Object.entries(answer.removedValues).filter(([name]) => name in defaults)
    const former = Object.keys(choices.value).filter(
      name => !(name in defaults) && !answer.problems.some(problem => problem.parameter === name),
    )
    if (gone.length === 0 && former.length === 0) return
    dropped.value = gone.map(([name, values]) => ({ name, values }))
    const next = without(choices.value, former)
    for (const name of Object.keys(defaults)) {
      const resolved = answer.choices[name]
      if (resolved && (former.length > 0 || name in answer.removedValues)) next[name] = resolved
    }
    void set(next, true)
  }

  function choose(changed: Choices): void {
    const real = Object.entries(changed).filter(([name, choice]) => !sameChoice(choices.value[name], choice))
    if (real.length === 0) return
    dropped.value = []
    change({ ...choices.value, ...(Object.fromEntries(real) as Record<string, Choice>) })
  }

  const put = (all: Choices): Promise<boolean> => Promise.resolve(set(all)).then(() => true)
  function change(after: Choices): void {
    const before = choices.value
    void put(after)
    history?.add({ label: 'the last choice', undo: () => put(before), redo: () => put(after) })
  }

  const forget = (name: string): void => change(without(choices.value, [name]))
  const reset = (): void => change(complete({}))
  const strangers = computed(() =>
    problems.value.filter(problem => !(problem.parameter in defaults) || problem.parameter in fixed.value),
  )
  const linked = Object.keys(linkedChoices).length > 0
  return {
    sayable,
    choices,
    question,
    failure,
    signed,
    fixed,
    choose,
    forget,
    reset,
    problemOf,
    strangers,
    dropped,
    linked,
  }
}
