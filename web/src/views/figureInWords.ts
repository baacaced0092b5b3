import type { Cell } from '../api/types'
import { measureInWords } from '../formats'

/** A figure of a group as viewers read it. */
export const figureInWords = (cell: Cell): string => (cell === null ? '–' : measureInWords(cell as string | number))
