import { onScopeDispose, reactive, watch, type ShallowRef } from 'vue'
import { project } from '../../api/client'
import type { SentStatement } from '../../api/types'
import { useLoaded, type Loaded } from '../../composables/useLoaded'

const LIVE_EVERY = 2000
const SEARCH_AFTER = 250

/** The filter of Sent; empty fields match everything. */
export interface SentFilter {
  outcome: SentStatement['outcome'] | ''
  cause: SentStatement['cause'] | ''
  source: string
  query: string
  report: string
  search: string
  order: 'new' | 'slow' | 'failed'
}

const EVERYTHING: SentFilter = {
  outcome: '',
  cause: '',
  source: '',
  query: '',
  report: '',
  search: '',
  order: 'new',
}

/** The requested statements. In follow mode, new ones appear automatically. */
export function useSentLines(start: Record<string, string>): {
  wanted: SentFilter
  state: ShallowRef<Loaded<SentStatement[]>>
  follow: { on: boolean }
} {
  const known = Object.entries(start).filter(([name]) => name in EVERYTHING)
  const wanted = reactive<SentFilter>({ ...EVERYTHING, ...Object.fromEntries(known) })
  const follow = reactive({ on: true })
  const { state, reload } = useLoaded(signal =>
    project.get('/sent', {
      params: { query: { ...wanted, outcome: wanted.outcome || null, cause: wanted.cause || null, limit: 100 } },
      signal,
    }),
  )
  let waiting: ReturnType<typeof setTimeout> | undefined
  watch(wanted, () => {
    clearTimeout(waiting)
    waiting = setTimeout(() => void reload(), SEARCH_AFTER)
  })
  const timer = setInterval(() => void (follow.on && reload()), LIVE_EVERY)
  onScopeDispose(() => {
    clearInterval(timer)
    clearTimeout(waiting)
  })
  return { wanted, state, follow }
}
