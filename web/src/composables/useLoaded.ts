import { onScopeDispose, shallowRef, type ShallowRef } from 'vue'
import { type Failure, asFailure } from '../api/failure'

export type Loaded<T> = { status: 'loading' } | { status: 'ready'; data: T } | { status: 'failed'; failure: Failure }

/** Loads something once, and again on demand. */
export function useLoaded<T>(load: (signal: AbortSignal) => Promise<T>): {
  state: ShallowRef<Loaded<T>>
  reload: () => Promise<void>
} {
  const state = shallowRef<Loaded<T>>({ status: 'loading' })
  let current: AbortController | undefined

  async function reload(): Promise<void> {
    current?.abort()
    const mine = (current = new AbortController())
    try {
      const data = await load(mine.signal)
      if (mine === current) state.value = { status: 'ready', data }
    } catch (error) {
      if (mine === current) state.value = { status: 'failed', failure: asFailure(error) }
    }
  }

  onScopeDispose(() => {
    current?.abort()
    current = undefined
  })
  void reload()
  return { state, reload }
}
