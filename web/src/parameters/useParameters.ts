import { inject } from 'vue'
import { project } from '../api/client'
import type { Choice, Parameter } from '../api/types'
import { historyKey } from '../composables/useHistory'
import { changedFields, fieldInWords } from './merge'
import { useParameterRecords, type ParameterRecords } from './useParameterRecords'

type Possible = Promise<boolean>

export interface UsedParameters extends Omit<ParameterRecords, 'inTurn' | 'read' | 'send'> {
  add: (parameter: Parameter) => Possible
  /** Creates a parameter from a typed sentence; a name alone is a text without a filter when blank. */
  addTyped: (sentence: string) => Possible
  change: (base: Parameter, after: Parameter) => Possible
  choose: (name: string, trial: Choice) => Possible
  drop: (name: string) => Possible
  rename: (name: string, to: string) => Possible
  order: (names: string[]) => Possible
  resolve: (name: string, mine: boolean) => Possible
}

type Undoable = (label: string, redo: () => Possible, undo: () => Possible) => Possible

/** Runs undoable work, and reports when it is undone or redone. */
function useUndoable(told: () => void): Undoable {
  const history = inject(historyKey, undefined)
  return async (label, redo, undo) => {
    const telling = async (work: () => Possible): Possible => {
      const possible = await work()
      told()
      return possible
    }
    const possible = await redo()
    if (possible) history?.add({ label, undo: () => telling(undo), redo: () => telling(redo) })
    return possible
  }
}

/**
 * The project's parameters as edited by authors. Changes are sent at once, one after the other; each can be
 * undone. A colleague's changes are never overwritten: different fields are merged, the same field is
 * a conflict to resolve.
 *
 * @param onTextsChanged called when the server has changed texts of queries, or an edit was undone
 */
export function useParameters(onTextsChanged: () => void = () => undefined): UsedParameters {
  const { inTurn, read, send, ...records } = useParameterRecords()
  const { uses, failures, conflicts, find } = records

  const make = (parameter: Parameter) => inTurn(parameter.name, () => project.post('/parameters', { body: parameter }))
  const take = (name: string) =>
    inTurn(name, () => project.remove('/parameters/{name}', { params: { path: { name } } }))
  const replace = (from: Parameter, to: Parameter) => inTurn(to.name, () => send(from, to))
  const name = (from: string, to: string) =>
    inTurn(from, () => project.patch('/parameters/{name}', { params: { path: { name: from } }, body: { name: to } }))
  const arrange = (names: string[]) => inTurn('', () => project.post('/parameters/order', { body: { names } }))

  const undoable = useUndoable(onTextsChanged)

  async function change(base: Parameter, after: Parameter): Possible {
    const fields = changedFields(base, after).map(fieldInWords)
    if (fields.length === 0) return true
    const label = `${fields.join(', ')} of :${after.name}`
    return undoable(
      label,
      () => replace(base, after),
      () => replace(after, base),
    )
  }

  const add = (parameter: Parameter) =>
    undoable(
      `making :${parameter.name}`,
      () => make(parameter),
      () => take(parameter.name),
    )

  async function addTyped(sentence: string): Possible {
    const meant = await read(sentence)
    if (!meant || (await add(meant))) return !!meant
    failures[''] = failures[meant.name]
    return false
  }

  async function drop(gone: string): Possible {
    const was = find(gone)
    if (!was) return take(gone)
    return undoable(
      `removing :${gone}`,
      () => take(gone),
      () => make(was),
    )
  }

  async function rename(from: string, to: string): Possible {
    const possible = await undoable(
      `the name :${to}`,
      () => name(from, to),
      () => name(to, from),
    )
    if (possible) onTextsChanged()
    return possible
  }

  function order(names: string[]): Possible {
    const was = uses.value.map(use => use.definition.name)
    return undoable(
      'the order',
      () => arrange(names),
      () => arrange(was),
    )
  }

  /* Trial values are not edits: they are not undone, and the last one wins. */
  async function choose(tried: string, trial: Choice): Possible {
    const use = uses.value.find(other => other.definition.name === tried)
    if (!use) return false
    use.definition.trial = trial
    return inTurn(tried, async () => {
      const params = { path: { name: tried } }
      const newest = await project.get('/parameters/{name}', { params })
      await project.put('/parameters/{name}', { params, body: { ...newest, trial: trial } })
    })
  }

  async function resolve(asked: string, mine: boolean): Possible {
    const conflict = conflicts[asked]
    if (!conflict) return false
    conflicts[asked] = undefined
    failures[asked] = undefined
    return mine ? change(conflict.theirs, { ...conflict.mine, version: conflict.theirs.version }) : true
  }

  return { ...records, add, addTyped, change, choose, drop, rename, order, resolve }
}
