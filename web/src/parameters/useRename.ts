import { ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { project } from '../api/client'
import { asFailure } from '../api/failure'
import type { TextChange } from '../api/types'
import type { UsedParameters } from './useParameters'

/** Renaming in two steps: first every line that would change is shown, then it is done. */
export function useRename(
  name: Ref<string>,
  parameters: UsedParameters,
  onRenamed: (to: string) => void,
): {
  preview: ShallowRef<TextChange[] | undefined>
  wanted: Ref<string>
  ask: (to: string) => Promise<void>
  cancel: () => void
  confirm: () => Promise<void>
} {
  const preview = shallowRef<TextChange[]>()
  const wanted = ref('')

  async function ask(to: string): Promise<void> {
    wanted.value = to
    try {
      preview.value = await project.get('/parameters/{name}/rename-preview', {
        params: { path: { name: name.value }, query: { to } },
      })
      parameters.failures[name.value] = undefined
    } catch (error) {
      preview.value = undefined
      parameters.failures[name.value] = asFailure(error)
    }
  }
  const cancel = (): void => void (preview.value = undefined)
  async function confirm(): Promise<void> {
    const to = wanted.value
    preview.value = undefined
    if (await parameters.rename(name.value, to)) onRenamed(to)
  }
  return { preview, wanted, ask, cancel, confirm }
}
