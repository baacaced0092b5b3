import { reactive, ref, type Ref } from 'vue'
import { project } from '../api/client'
import { Failure, asFailure } from '../api/failure'
import type { Parameter, ParameterOverview } from '../api/types'
import { fieldInWords, merge } from './merge'

/** An edit that a colleague's is against: the same field, changed differently meanwhile. */
export interface Conflict {
  mine: Parameter
  theirs: Parameter
  fields: string[]
}

export interface ParameterRecords {
  uses: Ref<ParameterOverview[]>
  failures: Record<string, Failure | undefined>
  conflicts: Record<string, Conflict | undefined>
  /** The merge of two edits, reported once. */
  merged: Record<string, string | undefined>
  find: (name: string) => Parameter | undefined
  reload: () => Promise<void>
  /** Runs work after earlier work; returns whether it succeeded, and records the reason of a failure under the name. */
  inTurn: (name: string, work: () => Promise<unknown>) => Promise<boolean>
  /** Parses a typed sentence; a failure is recorded without a name. */
  read: (sentence: string) => Promise<Parameter | undefined>
  /** Sends the differences from the base, applied to the newest definition. */
  send: (base: Parameter, after: Parameter) => Promise<void>
}

/** The project's parameters on the server. Changes are sent one after the other, each based on the newest version. */
export function useParameterRecords(): ParameterRecords {
  const uses = ref<ParameterOverview[]>([])
  const failures = reactive<Record<string, Failure | undefined>>({})
  const conflicts = reactive<Record<string, Conflict | undefined>>({})
  const merged = reactive<Record<string, string | undefined>>({})
  let queue: Promise<unknown> = Promise.resolve()

  const find = (name: string) => uses.value.find(use => use.definition.name === name)?.definition

  async function reload(): Promise<void> {
    uses.value = await project.list('/parameters')
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

  async function read(sentence: string): Promise<Parameter | undefined> {
    let meant: Parameter | undefined
    await inTurn('', async () => (meant = await project.post('/parameters/parse', { body: { sentence } })))
    return meant
  }

  async function send(base: Parameter, after: Parameter): Promise<void> {
    const { name } = after
    const params = { path: { name } }
    const theirs = await project.get('/parameters/{name}', { params })
    const both = merge(base, after, theirs)
    if (both.conflicts.length > 0) {
      conflicts[name] = { mine: after, theirs, fields: both.conflicts.map(fieldInWords) }
      throw new Failure(409, `:${name} was changed by someone else.`, 'Choose below which one to keep.')
    }
    await project.put('/parameters/{name}', { params, body: both.merged })
    conflicts[name] = undefined
    const others = both.theirFields.map(fieldInWords).join(', ')
    merged[name] = others ? `Someone else changed ${others} at the same time; both changes are kept.` : undefined
  }

  return { uses, failures, conflicts, merged, find, reload, inTurn, read, send }
}
