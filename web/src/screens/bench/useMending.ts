import type { UsedParameters } from '../../parameters/useParameters'
import { useSaying } from '../../parameters/useSaying'

/** Some fixes of a notice change the sentence of its parameter, such as its type. */
export const useMending =
  (parameters: UsedParameters, changed: () => Promise<void>) => (name: string, mark: string, taken: string) =>
    useSaying(
      () => name,
      parameters,
      () => void changed(),
    ).take(mark, taken)
