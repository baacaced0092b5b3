import type { UsedParameters } from '../../../parameters/useParameters'
import { useSentence } from '../../../parameters/useSentence'

/** Some fixes of a notice change the sentence of its parameter, such as its type. */
export const useFixes =
  (parameters: UsedParameters, changed: () => Promise<void>) => (name: string, mark: string, taken: string) =>
    useSentence(
      () => name,
      parameters,
      () => void changed(),
    ).take(mark, taken)
