import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { project } from '../../../api/client'
import { Failure, asFailure } from '../../../api/failure'
import type { Query } from '../../../api/types'
import { forgetDraft, keepDraft, keptDraft } from './draftStorage'

export type Saving = { status: 'saved' } | { status: 'unsaved' } | { status: 'failed'; failure: Failure }

const SAVE_AFTER = 600
const RETRY_AFTER = 4000
const byAColleague = (): Failure =>
  new Failure(
    409,
    'The query was changed by someone else while your text was kept in this browser.',
    'Your text is here; nothing was overwritten.',
  )

/** The newest version if it is a save of this browser whose reply was lost; undefined if someone else changed the query. */
async function ownSave(id: string, sent: string | undefined): Promise<Query | undefined> {
  const newest = await project.get('/queries/{id}', { params: { path: { id } } }).catch(() => undefined)
  return newest?.text === sent ? newest : undefined
}

export interface UsedDraft {
  query: ShallowRef<Query>
  text: Ref<string>
  saving: ShallowRef<Saving>
  edit: (text: string) => void
  makeLive: () => Promise<void>
  takeTheirs: () => Promise<void>
  keepMine: () => Promise<void>
  refresh: () => Promise<void>
  settle: () => Promise<void>
}

/**
 * The text of a query while it is edited. It is saved while typing; until the server has confirmed it, it is also stored in
 * the browser, so that neither a lost connection nor a crash loses text.
 */
export function useDraft(loaded: Query): UsedDraft {
  const kept = keptDraft(loaded.id)
  const params = { path: { id: loaded.id } }
  const query = shallowRef(loaded)
  const text = ref(kept?.text ?? loaded.text)
  const saving = shallowRef<Saving>({ status: 'saved' })
  let timer: ReturnType<typeof setTimeout> | undefined
  let underWay = Promise.resolve()
  let unconfirmed = kept?.sent

  function edit(next: string): void {
    text.value = next
    keep()
    saving.value = { status: 'unsaved' }
    schedule(SAVE_AFTER)
  }

  function keep(): void {
    keepDraft(loaded.id, { text: text.value, version: query.value.version, sent: unconfirmed })
  }

  function schedule(after: number): void {
    clearTimeout(timer)
    timer = setTimeout(() => void save(), after)
  }

  /* Saves are sequential: each is based on the version of the previous one. */
  function save(): Promise<void> {
    underWay = underWay.then(saveNow)
    return underWay
  }

  async function saveNow(): Promise<void> {
    const sent = text.value
    const unanswered = unconfirmed
    if (saving.value.status === 'saved' && sent === query.value.text) return
    unconfirmed = sent
    keep()
    try {
      const body = { text: sent, version: query.value.version }
      query.value = await project.patch('/queries/{id}', { params, body })
      unconfirmed = undefined
      if (text.value === sent) {
        forgetDraft(loaded.id)
        saving.value = { status: 'saved' }
      } else keep()
    } catch (error) {
      const failure = asFailure(error)
      const own = failure.status === 409 && (await ownSave(loaded.id, unanswered))
      if (own) return ((query.value = own), saveNow())
      saving.value = { status: 'failed', failure }
      if (failure.status === 0) schedule(RETRY_AFTER)
    }
  }

  async function makeLive(): Promise<void> {
    await settle()
    query.value = await project.post('/queries/{id}/publish', { params, body: { version: query.value.version } })
  }

  async function takeTheirs(): Promise<void> {
    query.value = await project.get('/queries/{id}', { params })
    text.value = query.value.text
    forgetDraft(loaded.id)
    saving.value = { status: 'saved' }
  }

  async function keepMine(): Promise<void> {
    query.value = await project.get('/queries/{id}', { params })
    saving.value = { status: 'unsaved' }
    await save()
  }

  /** Saves pending text without waiting for a pause in typing. */
  async function settle(): Promise<void> {
    clearTimeout(timer)
    if (saving.value.status !== 'saved') await save()
  }

  /** Fetches the text after the server itself has changed it, as when a parameter is renamed. */
  const refresh = async (): Promise<void> => void (saving.value.status === 'saved' && (await takeTheirs()))

  if (kept && kept.text === loaded.text) forgetDraft(loaded.id)
  else if (kept && (kept.version === loaded.version || kept.sent === loaded.text)) {
    saving.value = { status: 'unsaved' }
    schedule(0)
  } else if (kept) saving.value = { status: 'failed', failure: byAColleague() }
  onScopeDispose(() => {
    clearTimeout(timer)
    if (saving.value.status === 'unsaved') void save()
  })
  return { query, text, saving, edit, makeLive, takeTheirs, keepMine, refresh, settle }
}
