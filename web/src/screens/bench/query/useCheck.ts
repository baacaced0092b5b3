import { onScopeDispose, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { project } from '../../../api/client'
import type { QueryCheck } from '../../../api/types'

const CHECK_AFTER = 200
const NOTHING: QueryCheck = { parameters: [], marks: [], problems: [], notices: [], hardCodedValues: [] }

/** Has a text read while it is typed: its parameters, problems and notices. A late answer about an older text is dropped. */
export function useCheck(
  queryId: string,
  text: Ref<string>,
): {
  check: ShallowRef<QueryCheck>
  checkedText: ShallowRef<string>
  first: Promise<void>
  recheck: () => Promise<void>
} {
  const check = shallowRef<QueryCheck>(NOTHING)
  const checkedText = shallowRef('')
  let timer: ReturnType<typeof setTimeout> | undefined

  async function recheck(): Promise<void> {
    const sent = text.value
    const found = await project
      .post('/queries/{id}/check', { params: { path: { id: queryId } }, body: { text: sent } })
      .catch(() => undefined)
    if (!found || sent !== text.value) return
    checkedText.value = sent
    // A temporarily unreadable text keeps its parameters: cards must not disappear while a quote is being typed.
    check.value =
      found.parameters.length === 0 && found.problems.length > 0
        ? { ...found, parameters: check.value.parameters }
        : found
  }

  watch(text, () => {
    clearTimeout(timer)
    timer = setTimeout(() => void recheck(), CHECK_AFTER)
  })
  const first = recheck()
  onScopeDispose(() => clearTimeout(timer))
  return { check, checkedText, first, recheck }
}
