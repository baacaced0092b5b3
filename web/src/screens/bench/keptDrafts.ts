// Texts that the server has not confirmed yet, kept in this browser.
import { projectId } from '../../api/project'

const keyOf = (id: string): string => `plainsieve.draft.${projectId}/${id}`

/** A text that the server has not confirmed, and the version it was made from; 0 when that is not known. */
export interface Kept {
  text: string
  version: number
}

/* Drafts from before there were several projects lie under the id alone, as text without a version. */
export function keptDraft(id: string): Kept | undefined {
  const kept = localStorage.getItem(keyOf(id))
  if (kept !== null) return JSON.parse(kept) as Kept
  const old = localStorage.getItem(`plainsieve.draft.${id}`)
  return old === null ? undefined : { text: old, version: 0 }
}

export function forgetDraft(id: string): void {
  localStorage.removeItem(keyOf(id))
  localStorage.removeItem(`plainsieve.draft.${id}`)
}

export function keepDraft(id: string, kept: Kept): void {
  localStorage.setItem(keyOf(id), JSON.stringify(kept))
}
