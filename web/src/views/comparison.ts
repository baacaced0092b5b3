/* A figure compared with the same figure of another period, or of all rows. */
import type { Cell, View } from '../api/types'
import { LOCALE } from '../locale'
import { figureInWords } from './figureInWords'

type FigureOfView = View['measures'][number]

const THAN: Record<string, string> = { before: 'previous period', year: 'previous year' }
const percent = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 1 })

/** "▲ 12 % vs previous period (1,147)"; "37.3 % of 3,443"; nothing where one of the two is missing. */
export function changeInWords(with_: string, figure: FigureOfView, now: Cell, then: Cell): string | undefined {
  if (now === null || then === null) return undefined
  const [here, there] = [Number(now), Number(then)]
  if (!Number.isFinite(here) || !Number.isFinite(there)) return undefined
  const unit = figure.unit ? ` ${figure.unit}` : ''
  if (with_ === 'all') {
    return figure.adds && there !== 0
      ? `${percent.format((here / there) * 100)} % of ${figureInWords(there, figure)}${unit}`
      : `${figureInWords(there, figure)}${unit} of all rows`
  }
  const than = THAN[with_] ?? with_
  if (here === there) return `same as ${than}`
  const what = `${than} (${figureInWords(there, figure)}${unit})`
  const word = here > there ? '▲' : '▼'
  if (there === 0) return `${word} vs ${than} (0)`
  return `${word} ${percent.format(Math.abs((here - there) / there) * 100)} % vs ${what}`
}
