import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { asFailure, get, post, put, type Failure } from '../../api/client'
import type { Query } from '../../api/types'

export type Saving = { status: 'saved' } | { status: 'unsaved' } | { status: 'failed'; failure: Failure }

const SAVE_AFTER = 600
const RETRY_AFTER = 4000
const keyOf = (id: string): string => `plainsieve.draft.${id}`

/**
 * The text of a query while it is edited. It is saved as it is typed; until the server has confirmed it, it also lies in
 * the browser, so that neither a lost connection nor a crash loses a word.
 */
export function useDraft(loaded: Query): {
  query: ShallowRef<Query>
  text: Ref<string>
  saving: ShallowRef<Saving>
  edit: (text: string) => void
  makeLive: () => Promise<void>
  takeTheirs: () => Promise<void>
  keepMine: () => Promise<void>
  refresh: () => Promise<void>
  settle: () => Promise<void>
} {
  const kept = localStorage.getItem(keyOf(loaded.id))
  const query = shallowRef(loaded)
  const text = ref(kept ?? loaded.text)
  const saving = shallowRef<Saving>({ status: 'saved' })
  let timer: ReturnType<typeof setTimeout> | undefined
  let underWay: Promise<void> | undefined

  function edit(next: string): void {
    text.value = next
    localStorage.setItem(keyOf(loaded.id), next)
    saving.value = { status: 'unsaved' }
    schedule(SAVE_AFTER)
  }

  function schedule(after: number): void {
    clearTimeout(timer)
    timer = setTimeout(() => void save(), after)
  }

  /* One save at a time: each names the version that the one before it made. */
  async function save(): Promise<void> {
    await underWay
    underWay = saveNow()
    await underWay
  }

  async function saveNow(): Promise<void> {
    const sent = text.value
    try {
      query.value = await put<Query>(`/api/queries/${loaded.id}/draft`, { text: sent, version: query.value.version })
      if (text.value === sent) {
        localStorage.removeItem(keyOf(loaded.id))
        saving.value = { status: 'saved' }
      }
    } catch (error) {
      const failure = asFailure(error)
      saving.value = { status: 'failed', failure }
      if (failure.status === 0) schedule(RETRY_AFTER)
    }
  }

  async function makeLive(): Promise<void> {
    await settle()
    query.value = await post<Query>(`/api/queries/${loaded.id}/live`, { version: query.value.version })
  }

  async function takeTheirs(): Promise<void> {
    query.value = await get<Query>(`/api/queries/${loaded.id}`)
    text.value = query.value.text
    localStorage.removeItem(keyOf(loaded.id))
    saving.value = { status: 'saved' }
  }

  async function keepMine(): Promise<void> {
    query.value = await get<Query>(`/api/queries/${loaded.id}`)
    await save()
  }

  /** Saves what is not saved yet, without waiting for a pause in typing. */
  async function settle(): Promise<void> {
    clearTimeout(timer)
    if (saving.value.status !== 'saved') await save()
  }

  /** Fetches the text after the server itself has changed it, as when a parameter is renamed. */
  async function refresh(): Promise<void> {
    if (saving.value.status === 'saved') await takeTheirs()
  }

  if (kept !== null && kept !== loaded.text) schedule(0)
  onScopeDispose(() => {
    clearTimeout(timer)
    if (saving.value.status === 'unsaved') void save()
  })
  return { query, text, saving, edit, makeLive, takeTheirs, keepMine, refresh, settle }
}
