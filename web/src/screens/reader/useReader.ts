import { computed, provide, ref, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue'
import { useRoute, useRouter, type LocationQueryRaw } from 'vue-router'
import { get, post, type Failure } from '../../api/client'
import type { Choice, Choices, Problem, Question, Report, Selection } from '../../api/types'
import { defaultsOf, sameChoice } from '../../choices/choices'
import { fromLink, isTooLong, SAVED, SIGNED, signedChoices, toLink } from '../../choices/link'
import { choosingKey } from '../../composables/useChoosing'
import { useQuestion } from './useQuestion'

const asParams = (fullPath: string): URLSearchParams => new URLSearchParams(fullPath.split('?')[1]?.split('#')[0] ?? '')

/** The choices of a link: those written in it, or those it keeps at the server. */
export async function choicesOfLink(reportId: string, link: URLSearchParams): Promise<Choices> {
  const saved = link.get(SAVED)
  const kept = saved ? (await get<Selection>(`/reports/${reportId}/selections/${encodeURIComponent(saved)}`)).choices : {}
  return { ...kept, ...fromLink(link) }
}

export interface UseReader {
  choices: Ref<Choices>
  question: ShallowRef<Question | undefined>
  /** Why the question could not be said at all. */
  failure: ShallowRef<Failure | undefined>
  signed: ComputedRef<string>
  fixed: ComputedRef<string[]>
  choose: (changed: Choices) => void
  forget: (name: string) => void
  reset: () => void
  problemOf: ComputedRef<Record<string, string>>
  strangers: ComputedRef<Problem[]>
  dropped: Ref<{ name: string; values: string[] }[]>
  /** Whether the link itself says what is chosen. */
  linked: boolean
}

/** The choices of one report. They live in the address bar: a link is a saved question, and Back undoes a choice. */
export function useReader(report: Report, linkedChoices: Choices): UseReader {
  const route = useRoute()
  const router = useRouter()
  const defaults = defaultsOf(report.parameters)
  const signed = computed(() => asParams(route.fullPath).get(SIGNED) ?? '')
  /* What the link fixes stands in place of defaults; a choice of the link against it is for the server to refuse. */
  const complete = (linked: Choices): Choices => ({ ...defaults, ...signedChoices(signed.value), ...linked })
  const choices: Ref<Choices> = ref(complete(linkedChoices))
  const dropped = ref<{ name: string; values: string[] }[]>([])
  const { question, failure } = useQuestion(report.id, choices, signed, accept)
  const fixed = computed(() => question.value?.fixed ?? [])

  provide(choosingKey, {
    choices: computed(() => choices.value), needs: computed(() => report.needs), reportId: report.id, signed, trial: false,
  })

  /* Back and Forward change the link, not the choices; links that were made here are known already. */
  let shown = route.fullPath
  /* Every change of choices has a turn; what was asked for an earlier one comes too late. */
  let turn = 0
  watch(() => route.fullPath, async path => {
    if (path === shown) return
    shown = path
    const mine = ++turn
    const linked = await choicesOfLink(report.id, asParams(path))
    if (mine === turn) choices.value = complete(linked)
  })

  /* Values that were dropped, and names that a link used formerly, are put right in the choices, and told. */
  function accept(answer: Question): void {
    const gone = Object.entries(answer.dropped).filter(([name]) => name in defaults)
    const former = Object.keys(choices.value).filter(name => !(name in defaults) && !answer.problems.some(problem => problem.parameter === name))
    if (gone.length === 0 && former.length === 0) return
    dropped.value = gone.map(([name, values]) => ({ name, values }))
    const next = Object.fromEntries(Object.entries(choices.value).filter(([name]) => !former.includes(name)))
    for (const name of Object.keys(defaults)) {
      const resolved = answer.choices[name]
      if (resolved && (former.length > 0 || name in answer.dropped)) next[name] = resolved
    }
    void set(next, true)
  }

  async function set(next: Choices, replace = false): Promise<void> {
    choices.value = next
    const mine = ++turn
    const link = toLink(withoutFixed(next))
    const query: LocationQueryRaw = isTooLong(link) ? { [SAVED]: await keep(next) } : queryOf(link)
    if (mine !== turn) return
    if (signed.value) query[SIGNED] = signed.value
    const to = { path: route.path, query }
    shown = router.resolve(to).fullPath
    await (replace ? router.replace(to) : router.push(to))
  }

  const withoutFixed = (all: Choices): Choices => Object.fromEntries(Object.entries(all).filter(([name]) => !fixed.value.includes(name)))
  const keep = async (all: Choices): Promise<string> =>
    (await post<Selection>(`/reports/${report.id}/selections`, { name: '', choices: withoutFixed(all) })).id

  function choose(changed: Choices): void {
    const real = Object.entries(changed).filter(([name, choice]) => !sameChoice(choices.value[name], choice))
    if (real.length === 0) return
    dropped.value = []
    void set({ ...choices.value, ...Object.fromEntries(real) as Record<string, Choice> })
  }

  function forget(name: string): void {
    void set(Object.fromEntries(Object.entries(choices.value).filter(([other]) => other !== name)))
  }

  const problems = computed(() => question.value?.problems ?? [])
  const problemOf = computed<Record<string, string>>(() =>
    Object.fromEntries(problems.value.map(problem => [problem.parameter, `${problem.message} ${problem.advice}`])),
  )
  const strangers = computed(() => problems.value.filter(problem => !(problem.parameter in defaults)))
  const reset = (): void => void set(complete({}))
  return { choices, question, failure, signed, fixed, choose, forget, reset, problemOf, strangers, dropped, linked: Object.keys(linkedChoices).length > 0 }
}

function queryOf(link: URLSearchParams): Record<string, string[]> {
  const query: Record<string, string[]> = {}
  for (const [name, value] of link) (query[name] ??= []).push(value)
  return query
}

