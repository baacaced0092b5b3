import type { Choice, Choices } from '../api/types'
import { all, blank } from './choices'
import { isPick } from './picksLink'

/*
 * Choices in a link, see docs/links.md:
 *   port=Ardlow&port=Skerrin   these values         vessel=        blank
 *   all=port                   every value          without=port   rows without a value, too
 *   saved=…                    choices kept at the server           signed=…       choices that nobody can change
 */
const ALL = 'all'
const WITHOUT = 'without'
/** Choices kept at the server, in place of a link that would be too long; and choices that nobody can change. */
export const SAVED = 'saved'
export const SIGNED = 'signed'
const OWN = new Set([ALL, WITHOUT, SAVED, SIGNED])

/** Servers and mail programs cut longer ones off. */
const LONGEST_LINK = 6000
export const isTooLong = (link: URLSearchParams): boolean => link.toString().length > LONGEST_LINK

export function toLink(choices: Choices): URLSearchParams {
  const link = new URLSearchParams()
  for (const [name, choice] of Object.entries(choices)) {
    if (choice.kind === 'all') link.append(ALL, name)
    else if (choice.kind === 'blank') link.append(name, '')
    else choice.values.forEach(value => link.append(name, value))
    if (choice.withoutValue) link.append(WITHOUT, name)
  }
  return link
}

/** Reads every choice a link has, known or not: what does not fit is for the server to say, not for us to drop. */
export function fromLink(link: URLSearchParams): Choices {
  const choices: Choices = {}
  for (const name of new Set(link.keys())) {
    if (!OWN.has(name) && !isPick(name)) choices[name] = written(link.getAll(name))
  }
  link.getAll(ALL).forEach(name => (choices[name] = all()))
  for (const name of link.getAll(WITHOUT).filter(name => !isPick(name))) {
    choices[name] = { kind: 'values', values: choices[name]?.values ?? [], withoutValue: true }
  }
  return choices
}

function written(values: string[]): Choice {
  const filled = values.filter(value => value !== '')
  return filled.length === 0 ? blank() : { kind: 'values', values: filled, withoutValue: false }
}

const KINDS = new Set(['blank', 'all', 'values'])

/** The choices that the signed part of a link fixes. Only the server can tell whether they are genuine; it does so with each request. */
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
