// Texts that the server has not confirmed yet, stored in this browser.
import { projectId } from '../../../api/project'

const keyOf = (id: string): string => `plainsieve.draft.${projectId}/${id}`

export interface StoredDraft {
  text: string
  /** The version it is based on. */
  version: number
  /** The text that was sent last without a reply: the server may have saved it. */
  sent?: string
}

export function keptDraft(id: string): StoredDraft | undefined {
  const kept = localStorage.getItem(keyOf(id))
  return kept === null ? undefined : (JSON.parse(kept) as StoredDraft)
}

export function forgetDraft(id: string): void {
  localStorage.removeItem(keyOf(id))
}

/** A text that is too long for this browser's storage is only sent to the server. */
export function keepDraft(id: string, kept: StoredDraft): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(kept))
  } catch {
    forgetDraft(id)
  }
}
