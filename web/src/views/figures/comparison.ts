/* A figure compared with the same figure of another period, or of all rows. */
import type { Cell, View } from '../../api/types'
import { LOCALE } from '../../locale'
import { figureInWords } from './figureInWords'

type FigureOfView = View['measures'][number]

const percent = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 1 })

/**
 * "▲ 12 % vs 1–28 February 2026 (1,147)"; "37.3 % of 3,443"; undefined where one of the two is missing.
 * @param period the date range compared with; empty for all rows
 */
export function changeInWords(period: string, figure: FigureOfView, now: Cell, then: Cell): string | undefined {
  if (now === null || then === null) return undefined
  const [here, there] = [Number(now), Number(then)]
  if (!Number.isFinite(here) || !Number.isFinite(there)) return undefined
  const unit = figure.unit ? ` ${figure.unit}` : ''
  if (!period) {
    return figure.additive && there !== 0
      ? `${percent.format((here / there) * 100)} % of ${figureInWords(there, figure)}${unit}`
      : `${figureInWords(there, figure)}${unit} of all rows`
  }
  if (here === there) return `same as in ${period}`
  const what = `${period} (${figureInWords(there, figure)}${unit})`
  const word = here > there ? '▲' : '▼'
  if (there === 0) return `${word} vs ${period} (0)`
  return `${word} ${percent.format(Math.abs((here - there) / there) * 100)} % vs ${what}`
}
