import { inject, reactive, ref, type Ref } from 'vue'
import { asFailure, Failure, get, post, put, remove } from '../api/client'
import type { Choice, Parameter, ParameterUse } from '../api/types'
import { historyKey } from '../composables/useHistory'
import { changedFields, fieldInWords, merge } from './merge'

/** An edit that a colleague's stands against: the same field, changed differently meanwhile. */
export interface Conflict {
  mine: Parameter
  theirs: Parameter
  fields: string[]
}

export interface UsedParameters {
  uses: Ref<ParameterUse[]>
  failures: Record<string, Failure | undefined>
  conflicts: Record<string, Conflict | undefined>
  /** What was put together of two edits, told once. */
  merged: Record<string, string | undefined>
  find: (name: string) => Parameter | undefined
  add: (parameter: Parameter) => Promise<boolean>
  change: (base: Parameter, after: Parameter) => Promise<boolean>
  choose: (name: string, trial: Choice) => Promise<boolean>
  drop: (name: string) => Promise<boolean>
  rename: (name: string, to: string) => Promise<boolean>
  order: (names: string[]) => Promise<boolean>
  resolve: (name: string, mine: boolean) => Promise<boolean>
  reload: () => Promise<void>
}

/**
 * The project's parameters as authors edit them. Changes go to the server at once, one after the other; each can be taken
 * back. What a colleague changed meanwhile is never overwritten: other fields are kept beside mine, the same field is asked
 * about.
 *
 * @param onTextsChanged called when the server has changed texts of queries, or an edit was taken back
 */
export function useParameters(onTextsChanged: () => void = () => undefined): UsedParameters {
  const history = inject(historyKey, undefined)
  const uses = ref<ParameterUse[]>([])
  const failures = reactive<Record<string, Failure | undefined>>({})
  const conflicts = reactive<Record<string, Conflict | undefined>>({})
  const merged = reactive<Record<string, string | undefined>>({})
  let queue: Promise<unknown> = Promise.resolve()

  const find = (name: string) => uses.value.find(use => use.definition.name === name)?.definition
  const path = (name: string): string => `/parameters/${encodeURIComponent(name)}`

  async function reload(): Promise<void> {
    uses.value = await get<ParameterUse[]>('/parameters')
  }

  function inTurn(name: string, work: () => Promise<unknown>): Promise<boolean> {
    const result = queue.then(async () => {
      try {
        await work()
        failures[name] = undefined
        return true
      } catch (error) {
        failures[name] = asFailure(error)
        return false
      } finally {
        await reload().catch(() => undefined)
      }
    })
    queue = result
    return result
  }

  /* Sends what differs from the base, on top of the newest definition there is. */
  async function send(base: Parameter, after: Parameter): Promise<void> {
    const theirs = await get<Parameter>(path(after.name))
    const both = merge(base, after, theirs)
    if (both.conflicts.length > 0) {
      conflicts[after.name] = { mine: after, theirs, fields: both.conflicts.map(fieldInWords) }
      throw new Failure(409, `:${after.name} was changed by someone else meanwhile.`, 'Say below which of the two holds.')
    }
    await put(path(after.name), both.merged)
    conflicts[after.name] = undefined
    merged[after.name] = both.theirFields.length > 0 ? `Someone else changed ${both.theirFields.map(fieldInWords).join(', ')} meanwhile; both changes hold.` : undefined
  }

  function remember(label: string, undo: () => Promise<boolean>, redo: () => Promise<boolean>): void {
    const told = async (work: () => Promise<boolean>): Promise<boolean> => {
      const possible = await work()
      onTextsChanged()
      return possible
    }
    history?.add({ label, undo: () => told(undo), redo: () => told(redo) })
  }

  async function change(base: Parameter, after: Parameter): Promise<boolean> {
    const fields = changedFields(base, after)
    if (fields.length === 0) return true
    const to = (from: Parameter, target: Parameter) => inTurn(after.name, () => send(from, target))
    const possible = await to(base, after)
    if (possible) remember(`${fields.map(fieldInWords).join(', ')} of :${after.name}`, () => to(after, base), () => to(base, after))
    return possible
  }

  async function add(parameter: Parameter): Promise<boolean> {
    const make = () => inTurn(parameter.name, () => post('/parameters', parameter))
    const possible = await make()
    if (possible) remember(`making :${parameter.name}`, () => inTurn(parameter.name, () => remove(path(parameter.name))), make)
    return possible
  }

  async function drop(name: string): Promise<boolean> {
    const was = find(name)
    const possible = await inTurn(name, () => remove(path(name)))
    if (possible && was) {
      remember(`removing :${name}`, () => inTurn(name, () => post('/parameters', was)), () => inTurn(name, () => remove(path(name))))
    }
    return possible
  }

  async function rename(name: string, to: string): Promise<boolean> {
    const give = (from: string, next: string) => inTurn(name, () => post(`${path(from)}/name`, { name: next }))
    const possible = await give(name, to)
    if (possible) onTextsChanged()
    if (possible) remember(`the name :${to}`, () => give(to, name), () => give(name, to))
    return possible
  }

  async function order(names: string[]): Promise<boolean> {
    const was = uses.value.map(use => use.definition.name)
    const put = (to: string[]) => inTurn('', () => post('/parameters/order', { names: to }))
    const possible = await put(names)
    if (possible) remember('the order', () => put(was), () => put(names))
    return possible
  }

  /* Trial values are tried, not edited: they stand aside from undo, and the last one holds. */
  function choose(name: string, trial: Choice): Promise<boolean> {
    const use = uses.value.find(other => other.definition.name === name)
    if (!use) return Promise.resolve(false)
    use.definition.trialChoice = trial
    return inTurn(name, async () => put(path(name), { ...(await get<Parameter>(path(name))), trialChoice: trial }))
  }

  async function resolve(name: string, mine: boolean): Promise<boolean> {
    const conflict = conflicts[name]
    if (!conflict) return false
    conflicts[name] = undefined
    failures[name] = undefined
    return mine ? change(conflict.theirs, { ...conflict.mine, version: conflict.theirs.version }) : true
  }

  return { uses, failures, conflicts, merged, find, add, change, choose, drop, rename, order, resolve, reload }
}
