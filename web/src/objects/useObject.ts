import { inject, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { asFailure, get, post, put, remove, type Failure } from '../api/client'
import type { RemovedObject, Usage } from '../api/types'
import { historyKey } from '../composables/useHistory'

/** An object of the project that can be renamed, duplicated and removed: a query, a report, a source. */
export interface ProjectObject {
  kind: 'query' | 'report' | 'source'
  id: string
  name: string
  /** What it is for, where it says so; kept by a new name. */
  audience?: string
  /** The version that was seen; sources have none. */
  version?: number
}

const FOLDER = { query: 'queries', report: 'reports', source: 'sources' }

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

/** Brings back what was removed last under this id. */
export async function bringBack(kind: string, id: string): Promise<void> {
  const thing = (await get<RemovedObject[]>('/removed')).find(one => one.kind === kind && one.objectId === id)
  if (thing) await post(`/removed/${thing.id}/restore`, {})
}

/** Renames, doubles and removes a thing. A removed one can be brought back, also by Undo. @param changed loads what is shown again */
export function useObject(thing: () => ProjectObject, changed: () => Promise<void>): UsedObject {
  const history = inject(historyKey, undefined)
  const doing = ref<PendingAction>({ what: 'nothing' })
  const failure = shallowRef<Failure>()
  const path = (): string => `/${FOLDER[thing().kind]}/${encodeURIComponent(thing().id)}`

  async function attempt(work: () => Promise<unknown>): Promise<boolean> {
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
    else
      doing.value = { what, uses: thing().kind === 'report' ? [] : await usesOf(path(), thing().kind).catch(() => []) }
  }

  const rename = async (name: string): Promise<void> => {
    const { version, audience } = thing()
    const body =
      thing().kind === 'source'
        ? { name }
        : thing().kind === 'query'
          ? { name, version }
          : { name, audience: audience ?? '', version }
    await attempt(() => put(`${path()}/name`, body))
  }

  const duplicate = async (): Promise<void> => {
    await attempt(() => post(`${path()}/copies`, {}))
  }

  async function drop(): Promise<void> {
    const { kind, id, name } = thing()
    const address = path()
    const remember = (): void =>
      history?.add({
        label: `removing ${name}`,
        undo: () => attempt(() => bringBack(kind, id)),
        redo: () => attempt(() => remove(address)),
      })
    /* It can be undone as soon as it is gone, not when what is shown has been loaded again. */
    await attempt(() => remove(address).then(remember))
  }
  return { doing, failure, begin, rename, duplicate, drop }
}

/* A source is asked from every project; what is in another one says so. */
async function usesOf(path: string, kind: string): Promise<Usage[]> {
  if (kind !== 'source') return get<Usage[]>(`${path}/uses`)
  const found = await get<{ project: string; use: Usage }[]>(`${path}/uses`)
  return found.map(({ project, use }) => ({ ...use, name: `${use.name} (${project})` }))
}
