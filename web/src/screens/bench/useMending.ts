import type { UsedParameters } from '../../parameters/useParameters'
import { useSaying } from '../../parameters/useSaying'

/** A notice that the parameter is of another type than the column is mended where the parameter is. */
export const useMending = (parameters: UsedParameters, changed: () => Promise<void>) => (name: string, type: string) =>
  useSaying(
    () => name,
    parameters,
    () => void changed(),
  ).take('type', type)
