import { ref, type ComputedRef, type Ref } from 'vue'
import type { LocationQueryRaw } from 'vue-router'
import { AS_OF, VIEW_AS, SIGNED } from '../../api/inAddress'
import { project } from '../../api/client'
import { asOf } from '../../api/asOf'
import { viewAs } from '../../api/viewAs'
import { atOnce } from '../../api/page'
import type { Choices } from '../../api/types'
import { isPick } from '../../choices/pickNames'
import { fromLink, isTooLong, SAVED, toLink } from '../../choices/link'
import { queryOf, type ReportAddress } from './useReportAddress'

/** The choices of a link: those in it, or saved ones that it references. */
export async function choicesOfLink(reportId: string, link: URLSearchParams): Promise<Choices> {
  const saved = link.get(SAVED)
  if (!saved) return fromLink(link)
  const kept = await project.get('/reports/{reportId}/selections/{id}', { params: { path: { reportId, id: saved } } })
  return { ...kept.choices, ...fromLink(link) }
}

/** Choices that live in the address bar: a link is a saved question, and Back undoes a choice. */
export interface LinkedChoices {
  choices: Ref<Choices>
  /** With replace, the history entry is replaced. */
  set: (next: Choices, replace?: boolean) => Promise<void>
}

export interface LinkRules {
  reportId: string
  signed: ComputedRef<string>
  /** Adds default choices to those of a link. */
  complete: (linked: Choices) => Choices
  /** Removes choices that a link must not contain, because they are fixed or private. */
  sayable: (all: Choices) => Choices
  /** Parameters whose choices are never in a link. */
  privates: Set<string>
}

export function useLinkedChoices(
  linked: Choices,
  address: ReportAddress,
  { reportId, signed, complete, sayable, privates }: LinkRules,
): LinkedChoices {
  const choices: Ref<Choices> = ref(complete(linked))
  /* Every change of choices has a turn; responses for earlier ones are dropped. */
  let turn = 0

  address.onMoved(() => void follow())

  async function follow(): Promise<void> {
    const mine = ++turn
    const said = await choicesOfLink(reportId, address.params())
    if (mine === turn) choices.value = complete({ ...unsaid(), ...said })
  }

  async function set(next: Choices, replace = false): Promise<void> {
    const inSight = atOnce(() => (choices.value = next))
    const mine = ++turn
    const link = toLink(sayable(next))
    const query: LocationQueryRaw = isTooLong(link) ? { [SAVED]: await keep(sayable(next)) } : queryOf(link)
    if (mine !== turn) return
    if (signed.value) query[SIGNED] = signed.value
    if (viewAs.value) query[VIEW_AS] = viewAs.value
    if (asOf.value) query[AS_OF] = asOf.value
    addPicks(query)
    await address.become(query, inSight, replace)
  }

  /* Choices that are not in links stay on this page until it is reloaded. */
  const unsaid = (): Choices => Object.fromEntries(Object.entries(choices.value).filter(([name]) => privates.has(name)))

  /* Selections stay when choices change. */
  function addPicks(query: LocationQueryRaw): void {
    for (const [name, value] of address.params()) {
      if (isPick(name)) query[name] = value
      else if (name === 'without' && isPick(value)) query[name] = [...[query[name] ?? []].flat(), value]
    }
  }

  async function keep(said: Choices): Promise<string> {
    const body = { name: '', choices: said }
    return (await project.post('/reports/{reportId}/selections', { params: { path: { reportId } }, body })).id
  }

  return { choices, set }
}
