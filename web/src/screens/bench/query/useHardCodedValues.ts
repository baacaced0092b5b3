import { inject, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { project } from '../../../api/client'
import { type Failure, asFailure } from '../../../api/failure'
import type { Choices, ConversionResult, Query } from '../../../api/types'
import { historyKey } from '../../../composables/useHistory'

interface Draft {
  query: ShallowRef<Query>
  text: Ref<string>
  edit: (text: string) => void
  settle: () => Promise<void>
  takeTheirs: () => Promise<void>
}

export interface UsedHardCodedValues {
  made: ShallowRef<ConversionResult | undefined>
  failed: ShallowRef<Failure | undefined>
  busy: Ref<boolean>
  make: (starts: number[], createNew: boolean) => Promise<void>
}

/** Converts hard-coded values to parameters as one undoable edit. */
export function useHardCodedValues(
  draft: Draft,
  choices: () => Choices,
  changed: () => Promise<void>,
): UsedHardCodedValues {
  const history = inject(historyKey, undefined)
  const made = shallowRef<ConversionResult>()
  const failed = shallowRef<Failure>()
  const busy = ref(false)

  async function attempt(work: () => Promise<boolean>): Promise<boolean> {
    busy.value = true
    failed.value = undefined
    try {
      return await work()
    } catch (error) {
      failed.value = asFailure(error)
      return false
    } finally {
      busy.value = false
      await changed()
    }
  }

  async function send(text: string, starts: number[], createNew: boolean): Promise<ConversionResult> {
    const answer = await project.post('/queries/{id}/hard-coded-values', {
      params: { path: { id: draft.query.value.id } },
      body: {
        text,
        starts,
        createNew,
        choices: choices(),
      },
    })
    draft.edit(answer.text)
    await draft.settle()
    made.value = answer
    return answer
  }

  /* Later edits would be lost with the old text, so they must be undone first. */
  async function takeBack(before: string, answer: ConversionResult): Promise<boolean> {
    if (draft.text.value !== answer.text) throw new Error('The query was changed since. Undo that in the editor first.')
    await draft.settle()
    await project.post('/queries/{id}/hard-coded-values/undo', {
      params: { path: { id: draft.query.value.id } },
      body: {
        text: before,
        version: draft.query.value.version,
        names: answer.names,
      },
    })
    await draft.takeTheirs()
    made.value = undefined
    return true
  }

  async function make(starts: number[], createNew: boolean): Promise<void> {
    const before = draft.text.value
    let answer: ConversionResult | undefined
    const done = async (): Promise<boolean> => {
      answer = await send(before, starts, createNew)
      return true
    }
    if (!(await attempt(done)) || !answer) return
    history?.add({
      label: `letting viewers choose ${[...answer.reusedNames, ...answer.names].map(name => `:${name}`).join(', ')}`,
      undo: () => attempt(() => takeBack(before, answer as ConversionResult)),
      redo: () => attempt(done),
    })
  }
  return { made, failed, busy, make }
}
