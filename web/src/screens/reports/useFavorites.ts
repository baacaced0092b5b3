import { ref, type Ref } from 'vue'
import { projectId } from '../../api/project'

/** The favorite reports of a user, stored in the browser. */
export function useFavorites(): { marked: Ref<Set<string>>; toggle: (id: string) => void } {
  const key = `plain-sieve.marked.${projectId}`
  const marked = ref(new Set(read(key)))
  function toggle(id: string): void {
    const next = new Set(marked.value)
    if (!next.delete(id)) next.add(id)
    marked.value = next
    /* Without storage, favorites are lost; the page works. */
    try {
      localStorage.setItem(key, JSON.stringify([...next]))
    } catch {
      return
    }
  }
  return { marked, toggle }
}

function read(key: string): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]')
    return Array.isArray(kept) ? kept.filter(id => typeof id === 'string') : []
  } catch {
    return []
  }
}
