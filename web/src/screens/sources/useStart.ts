import { ref, type Ref } from 'vue'
import { useRouter } from 'vue-router'
import { project } from '../../api/client'
import { asFailure } from '../../api/failure'
import type { Source } from '../../api/types'

/** What a query begins with. */
export type StartKind = 'table' | 'function' | 'procedure'

/** Opens a new query on the bench that reads a table or calls a function. Says why when that cannot be. */
export function useStart(source: Source): {
  refused: Ref<string>
  start: (kind: StartKind, schema: string, name: string) => Promise<void>
} {
  const router = useRouter()
  const refused = ref('')

  async function start(kind: StartKind, schema: string, name: string): Promise<void> {
    try {
      const begin = await project.get('/sources/{id}/start', {
        params: { path: { id: source.id }, query: { kind, schema, name } },
      })
      const words = name.replaceAll('_', ' ')
      const query = await project.post('/queries', {
        body: {
          name: words.charAt(0).toUpperCase() + words.slice(1),
          source: source.id,
          text: begin.text,
        },
      })
      // An existing parameter is used unchanged.
      for (const parameter of begin.parameters)
        await project.post('/parameters', { body: parameter }).catch(() => undefined)
      await router.push(`/queries/${query.id}`)
    } catch (error) {
      const failure = asFailure(error)
      refused.value = `${failure.message} ${failure.advice}`
    }
  }
  return { refused, start }
}
