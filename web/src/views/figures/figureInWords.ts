import type { Cell, Figure } from '../../api/types'
import { averageInWords, isIdentifierName, measureInWords, numberInWords, plainInWords } from '../../formats'
import { formattedFigure } from '../rows/formatted'

const ROUNDED = new Set(['avg', 'median', 'share'])
const TAKEN = new Set(['min', 'max'])

/**
 * A figure in its author's format. By default, averages have three digits, the minimum and
 * maximum of identifiers no thousands separators, and all others their own digits.
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

/** The exact value for tooltips and screen readers; undefined if it is displayed. */
export function exactFigure(cell: Cell, figure: Figure | undefined): string | undefined {
  if (cell === null) return undefined
  const shown = figureInWords(cell, figure)
  const exact = numberInWords(cell as string | number)
  return shown === exact || shown === plainInWords(cell as string | number) ? undefined : exact
}
