import { onScopeDispose, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { project } from '../../../api/client'
import type { Choices, RequestAddress } from '../../../api/types'

const ASK_AFTER = 200

/** The URL of a request with the current choices. A late response for an older text is dropped. */
export function useAddress(
  queryId: string,
  text: Ref<string>,
  choices: () => Choices,
): ShallowRef<RequestAddress | undefined> {
  const address = shallowRef<RequestAddress>()
  let timer: ReturnType<typeof setTimeout> | undefined
  let newest = 0

  async function ask(): Promise<void> {
    const mine = ++newest
    const found = await project
      .post('/queries/{id}/request/address', {
        params: { path: { id: queryId } },
        body: {
          text: text.value,
          choices: choices(),
        },
      })
      .catch(() => undefined)
    if (mine === newest && found) address.value = found
  }

  watch(
    [text, () => JSON.stringify(choices())],
    () => {
      clearTimeout(timer)
      timer = setTimeout(() => void ask(), ASK_AFTER)
    },
    { immediate: true },
  )
  onScopeDispose(() => clearTimeout(timer))
  return address
}
