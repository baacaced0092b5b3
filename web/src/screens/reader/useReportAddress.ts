import { onScopeDispose, ref, watch } from 'vue'
import { useRoute, useRouter, type LocationQueryRaw } from 'vue-router'
import { onLeaving } from './leaving'

/** What follows the first question mark: a further one belongs to a value. */
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

/** The address of a report's page, in which is what is chosen and picked. */
export interface ReportAddress {
  /** What it says, or is about to say. */
  params: () => URLSearchParams
  /**
   * Changes it once that has come, in the order of the calls. Choices do not wait for it: to change the address takes the
   * browser about as long as to draw the new rows. It does not wait either once someone turns to the address itself.
   *
   * @param instead whether it takes the place of the one before; else Back leads there
   */
  become: (query: LocationQueryRaw, once: Promise<void>, instead?: boolean) => Promise<void>
  /** Calls back after every other change of it: Back, Forward, or a link. Pending changes are dropped. */
  onMoved: (moved: () => void) => void
}

export function useReportAddress(): ReportAddress {
  const route = useRoute()
  const router = useRouter()
  /* Another report has its own address; this page goes. */
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
    /* One that fails does not hold up the next. */
    changes = Promise.allSettled([changes, Promise.race([once, hurried])]).then(change)
    return changes
  }

  return { params: () => paramsOf(coming.value ?? route.fullPath), become, onMoved: moved => told.push(moved) }
}
