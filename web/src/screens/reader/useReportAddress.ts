import { onScopeDispose, ref, watch } from 'vue'
import { useRoute, useRouter, type LocationQueryRaw } from 'vue-router'
import { onLeaving } from './leaving'

/** The query string after the first question mark: further ones belong to values. */
export function paramsOf(fullPath: string): URLSearchParams {
  const path = fullPath.split('#')[0] ?? ''
  const at = path.indexOf('?')
  return new URLSearchParams(at < 0 ? '' : path.slice(at + 1))
}

export function queryOf(link: URLSearchParams): Record<string, string[]> {
  const query: Record<string, string[]> = {}
  for (const [name, value] of link) (query[name] ??= []).push(value)
  return query
}

/** The URL of a report's page, which contains choices and picks. */
export interface ReportAddress {
  /** Its current or pending parameters. */
  params: () => URLSearchParams
  /**
   * Changes it after the given promise, in the order of calls. Choices do not wait for it: changing the URL takes
   * about as long as rendering the new rows. Pending changes are applied at once when the user turns to the URL.
   *
   * @param instead whether the history entry is replaced; otherwise Back leads to it
   */
  become: (query: LocationQueryRaw, once: Promise<void>, instead?: boolean) => Promise<void>
  /** Calls back after other changes: Back, Forward, or a link. Pending changes are dropped. */
  onMoved: (moved: () => void) => void
}

export function useReportAddress(): ReportAddress {
  const route = useRoute()
  const router = useRouter()
  /* Another report has its own URL; this page is left. */
  const page = route.path
  const told: (() => void)[] = []
  let changes = Promise.resolve()
  const coming = ref<string>()
  let own: string | undefined
  let moves = 0
  let hurry: () => void = () => undefined
  let hurried = inHurry()

  function inHurry(): Promise<void> {
    return new Promise(resolve => (hurry = resolve))
  }

  onLeaving(() => {
    hurry()
    hurried = inHurry()
  })

  watch(
    () => route.fullPath,
    path => {
      if (path === own || route.path !== page) return
      moves++
      coming.value = undefined
      told.forEach(moved => moved())
    },
    { flush: 'sync' },
  )
  onScopeDispose(() => moves++)

  function become(query: LocationQueryRaw, once: Promise<void>, instead = false): Promise<void> {
    const to = { path: page, query }
    const path = (coming.value = router.resolve(to).fullPath)
    const seen = moves
    const change = async (): Promise<void> => {
      if (seen !== moves) return
      own = path
      try {
        await (instead ? router.replace(to) : router.push(to))
      } finally {
        own = undefined
        if (coming.value === path) coming.value = undefined
      }
    }
    /* A failed change does not delay the next one. */
    changes = Promise.allSettled([changes, Promise.race([once, hurried])]).then(change)
    return changes
  }

  return { params: () => paramsOf(coming.value ?? route.fullPath), become, onMoved: moved => told.push(moved) }
}
