import { inject, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { project } from '../api/client'
import { type Failure, asFailure } from '../api/failure'
import type { Usage } from '../api/types'
import { historyKey } from '../composables/useHistory'

/** An object of the project that can be renamed, duplicated and removed: a query, a report, a source. */
export interface ProjectObject {
  kind: 'query' | 'report' | 'source'
  id: string
  name: string
  /** Its audience, if it has one; kept when renamed. */
  audience?: string
  /** The version that was seen; sources have none. */
  version?: number
}

const ROUTE = { query: '/queries/{id}', report: '/reports/{id}', source: '/sources/{id}' } as const

/** The action in progress, one at a time. */
export type PendingAction = { what: 'nothing' } | { what: 'renaming' } | { what: 'removing'; uses: Usage[] }

export interface UsedObject {
  doing: Ref<PendingAction>
  failure: ShallowRef<Failure | undefined>
  begin: (what: 'renaming' | 'removing') => Promise<void>
  rename: (name: string) => Promise<void>
  duplicate: () => Promise<void>
  drop: () => Promise<void>
}

/** Restores the last removed object with this ID. */
export async function bringBack(kind: string, id: string): Promise<void> {
  const thing = (await project.get('/removed')).find(one => one.kind === kind && one.objectId === id)
  if (thing) await project.post('/removed/{id}/restore', { params: { path: { id: thing.id } } })
}

/** Renames, duplicates and removes an object. A removed one can be restored, also by Undo. @param changed reloads the list */
export function useObject(thing: () => ProjectObject, changed: () => Promise<void>): UsedObject {
  const history = inject(historyKey, undefined)
  const doing = ref<PendingAction>({ what: 'nothing' })
  const failure = shallowRef<Failure>()

  async function attempt<T>(work: () => Promise<T>): Promise<boolean> {
    failure.value = undefined
    try {
      await work()
      doing.value = { what: 'nothing' }
      await changed()
      return true
    } catch (error) {
      failure.value = asFailure(error)
      return false
    }
  }

  async function begin(what: 'renaming' | 'removing'): Promise<void> {
    failure.value = undefined
    if (doing.value.what === what) doing.value = { what: 'nothing' }
    else if (what === 'renaming') doing.value = { what }
    else doing.value = { what, uses: await usesOf(thing()).catch(() => []) }
  }

  async function rename(name: string): Promise<void> {
    const { kind, id, version = 0, audience = '' } = thing()
    const params = { path: { id } }
    await attempt<unknown>(() => {
      if (kind === 'source') return project.patch('/sources/{id}', { params, body: { name } })
      if (kind === 'query') return project.patch('/queries/{id}', { params, body: { name, version } })
      return project.patch('/reports/{id}', { params, body: { name, audience, version } })
    })
  }

  async function duplicate(): Promise<void> {
    const { kind, id } = thing()
    const params = { path: { id } }
    if (kind === 'query') await attempt(() => project.post('/queries/{id}/copies', { params }))
    if (kind === 'report') await attempt(() => project.post('/reports/{id}/copies', { params }))
  }

  async function drop(): Promise<void> {
    const { kind, id, name } = thing()
    const remove = (): Promise<unknown> => project.remove(ROUTE[kind], { params: { path: { id } } })
    const remember = (): void =>
      history?.add({
        label: `removing ${name}`,
        undo: () => attempt(() => bringBack(kind, id)),
        redo: () => attempt(remove),
      })
    /* It can be undone as soon as it is removed, without waiting for the list. */
    await attempt(() => remove().then(remember))
  }
  return { doing, failure, begin, rename, duplicate, drop }
}

/* Sources are used by all projects; uses in other projects name theirs. */
async function usesOf({ kind, id }: ProjectObject): Promise<Usage[]> {
  const params = { path: { id } }
  if (kind === 'report') return []
  if (kind === 'query') return project.get('/queries/{id}/uses', { params })
  const found = await project.get('/sources/{id}/uses', { params })
  return found.map(one => ({ ...one.use, name: `${one.use.name} (${one.project})` }))
}
