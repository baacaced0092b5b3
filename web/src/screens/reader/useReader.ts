import { computed, reactive, ref, watch, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Problem } from '../../api/types'
import type { Choice, Choices, Report } from '../../api/types'
import { defaultsOf, sameChoice } from '../../choices/choices'
import { fromLink, toLink } from '../../choices/link'

const asParams = (fullPath: string): URLSearchParams => new URLSearchParams(fullPath.split('?')[1]?.split('#')[0] ?? '')

/** The choices of one report. They live in the address bar: a link is a saved question, and Back undoes a choice. */
export function useReader(report: Report) {
  const route = useRoute()
  const router = useRouter()
  const defaults = defaultsOf(report.parameters)
  const choices: Ref<Choices> = ref({ ...defaults, ...fromLink(asParams(route.fullPath)) })
  const problemsByView = reactive<Record<string, Problem[]>>({})

  watch(() => route.fullPath, path => {
    const linked = { ...defaults, ...fromLink(asParams(path)) }
    if (JSON.stringify(linked) !== JSON.stringify(choices.value)) choices.value = linked
  })

  function set(next: Choices): void {
    choices.value = next
    void router.push({ path: route.path, query: queryOf(next) })
  }

  function choose(name: string, choice: Choice): void {
    if (!sameChoice(choices.value[name], choice)) set({ ...choices.value, [name]: choice })
  }

  function forget(name: string): void {
    set(Object.fromEntries(Object.entries(choices.value).filter(([other]) => other !== name)))
  }

  const problems = computed(() => {
    const found = new Map<string, Problem>()
    for (const list of Object.values(problemsByView)) for (const problem of list) found.set(problem.parameter + problem.message, problem)
    return [...found.values()]
  })
  const problemOf = computed<Record<string, string>>(() =>
    Object.fromEntries(problems.value.map(problem => [problem.parameter, `${problem.message} ${problem.advice}`])),
  )
  const strangers = computed(() => problems.value.filter(problem => !(problem.parameter in defaults)))
  const reset = (): void => set({ ...defaults })
  return { choices, choose, forget, reset, problemsByView, problemOf, strangers }
}

function queryOf(choices: Choices): Record<string, string[]> {
  const query: Record<string, string[]> = {}
  for (const [name, value] of toLink(choices)) (query[name] ??= []).push(value)
  return query
}
