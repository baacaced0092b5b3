import { vi } from 'vitest'

const LONGEST_WAIT_MS = 15_000

/** Waits until a check holds. @returns what it returns */
export const eventually = <T>(check: () => T | Promise<T>): Promise<T> =>
  vi.waitFor(check, { timeout: LONGEST_WAIT_MS, interval: 20 })
