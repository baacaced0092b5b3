import type { Cell, Figure } from '../../api/types'
import { averageInWords, isIdentifierName, measureInWords, numberInWords, plainInWords } from '../../formats'
import { formattedFigure } from '../rows/formatted'

const ROUNDED = new Set(['avg', 'median', 'share'])
const TAKEN = new Set(['min', 'max'])

/**
 * A figure as viewers read it, in the format of its author. Without one, averages have three digits, the smallest and
 * largest of what names things no thousands marks, and all else the digits it has.
 */
export function figureInWords(cell: Cell, figure: Figure | undefined): string {
  if (cell === null) return '–'
  const value = cell as string | number
  const asSaid = formattedFigure(value, figure?.format ?? '')
  if (asSaid !== undefined) return asSaid
  if (figure && ROUNDED.has(figure.function)) return averageInWords(value)
  return figure && TAKEN.has(figure.function) && isIdentifierName(figure.column)
    ? plainInWords(value)
    : measureInWords(value)
}

/** The exact value, for hover and screen readers; undefined where it is what is shown. */
export function exactFigure(cell: Cell, figure: Figure | undefined): string | undefined {
  if (cell === null) return undefined
  const shown = figureInWords(cell, figure)
  const exact = numberInWords(cell as string | number)
  return shown === exact || shown === plainInWords(cell as string | number) ? undefined : exact
}
