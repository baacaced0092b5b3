import { ref, type Ref } from 'vue'
import { project } from '../../api/client'
import { asFailure } from '../../api/failure'
import type { SentenceOption, Source } from '../../api/types'

/** Represents the line of the names where columns are by their names. */
export const NAMES = ''
/** Reverts to automatic detection. */
const NOT_SAID = ''

/** The declared type of a column of files, or the header line. */
export function useOverrides(
  source: () => Source,
  table: string,
  taken: () => void,
): {
  /** The override that was refused, with the reason. */
  wrong: Ref<string>
  say: (column: string, words: string) => Promise<void>
  offers: (column: string, all: string[], note: (words: string) => string) => Promise<SentenceOption[]>
} {
  const wrong = ref('')

  async function say(column: string, type: string): Promise<void> {
    wrong.value = ''
    try {
      await project.put('/sources/{id}/table-overrides', {
        params: { path: { id: source().id } },
        body: { table, column, type },
      })
      taken()
    } catch (error) {
      const failure = asFailure(error)
      wrong.value = `${failure.message} ${failure.advice}`
    }
  }

  function offers(column: string, all: string[], note: (words: string) => string): Promise<SentenceOption[]> {
    const forms = all.map(words => ({ id: words, label: words, note: note(words), reason: '' }))
    const back = { id: NOT_SAID, label: 'automatic', note: 'reset to automatic', reason: '' }
    return Promise.resolve(source().tableOverrides[table]?.[column] === undefined ? forms : [back, ...forms])
  }

  return { wrong, say, offers }
}
