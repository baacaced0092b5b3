import { AS_OF, VIEW_AS, SIGNED } from '../api/inAddress'
import type { Choices } from '../api/types'
import { isPick } from './pickNames'

/*
 * Choices in a link, see docs/links.md:
 *   port=Ardlow&port=Skerrin   these values         vessel=        blank
 *   all=port                   all values           without=port   null rows, too
 *   empty.text=note            an empty text, which is a value and not blank
 *   saved=…                    choices saved on the server          signed=…       choices that cannot be changed
 */
const ALL = 'all'
const WITHOUT = 'without'
/** Choices saved on the server, for a link that would be too long. */
export const SAVED = 'saved'
/* No parameter can have this name. */
const EMPTY = 'empty.text'
const OWN = new Set([ALL, WITHOUT, EMPTY, SAVED, SIGNED, VIEW_AS, AS_OF])

/** Servers and mail programs truncate longer ones. */
const LONGEST_LINK = 6000
export const isTooLong = (link: URLSearchParams): boolean => link.toString().length > LONGEST_LINK

export function toLink(choices: Choices): URLSearchParams {
  const link = new URLSearchParams()
  for (const [name, choice] of Object.entries(choices)) {
    if (choice.kind === 'all') link.append(ALL, name)
    else if (choice.kind === 'blank') link.append(name, '')
    else choice.values.forEach(value => (value === '' ? link.append(EMPTY, name) : link.append(name, value)))
    if (choice.withoutValue) link.append(WITHOUT, name)
  }
  return link
}

/**
 * Reads every choice of a link, known or not: the server reports invalid or contradictory ones,
 * which must not be dropped.
 */
export function fromLink(link: URLSearchParams): Choices {
  const every = link.getAll(ALL)
  const without = link.getAll(WITHOUT).filter(name => !isPick(name))
  const empty = link.getAll(EMPTY)
  const named = [...link.keys()].filter(name => !OWN.has(name) && !isPick(name))
  const choices: Choices = {}
  for (const name of new Set([...named, ...every, ...without, ...empty])) {
    const written = link.getAll(name)
    const values = written.filter(value => value !== '').concat(empty.filter(other => other === name).map(() => ''))
    const kind = every.includes(name) ? 'all' : written.includes('') ? 'blank' : 'values'
    choices[name] = { kind, values, withoutValue: without.includes(name) }
  }
  return choices
}

const KINDS = new Set(['blank', 'all', 'values'])

/** The choices fixed by the signed part of a link. The server verifies them with each request. */
export function signedChoices(token: string): Choices {
  try {
    const bytes = Uint8Array.from(atob((token.split('.')[0] ?? '').replaceAll('-', '+').replaceAll('_', '/')), char =>
      char.charCodeAt(0),
    )
    const { choices } = JSON.parse(new TextDecoder().decode(bytes)) as { choices?: Choices }
    return Object.fromEntries(
      Object.entries(choices ?? {}).filter(([, choice]) => KINDS.has(choice.kind) && Array.isArray(choice.values)),
    )
  } catch {
    return {}
  }
}
