import type { Cell } from '../api/types'
import { numberInWords } from '../formats'

/** A figure of a group as viewers read it. */
export const figureInWords = (cell: Cell): string => (cell === null ? '–' : numberInWords(String(cell)))
