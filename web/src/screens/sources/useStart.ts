import { ref, type Ref } from 'vue'
import { useRouter } from 'vue-router'
import { asFailure, get, post } from '../../api/client'
import type { Query, QueryStart, Source } from '../../api/types'

/** Opens a new query on the bench that reads a table or calls a function. Says why when that cannot be. */
export function useStart(source: Source): {
  refused: Ref<string>
  start: (kind: string, schema: string, name: string) => Promise<void>
} {
  const router = useRouter()
  const refused = ref('')

  async function start(kind: string, schema: string, name: string): Promise<void> {
    try {
      const begin = await get<QueryStart>(
        `/sources/${encodeURIComponent(source.id)}/start?${new URLSearchParams({ kind, schema, name })}`,
      )
      const words = name.replaceAll('_', ' ')
      const query = await post<Query>('/queries', {
        name: words.charAt(0).toUpperCase() + words.slice(1),
        sourceId: source.id,
        text: begin.text,
      })
      // One that is there already is used as it is.
      for (const parameter of begin.parameters) await post('/parameters', parameter).catch(() => undefined)
      await router.push(`/queries/${query.id}`)
    } catch (error) {
      const failure = asFailure(error)
      refused.value = `${failure.message} ${failure.advice}`
    }
  }
  return { refused, start }
}
