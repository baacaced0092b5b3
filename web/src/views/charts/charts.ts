/* Shared parts of all charts. Canvas has no style sheets, so colors are read from the page. */
export function token(name: string): string {
  const value = getComputedStyle(document.documentElement).getPropertyValue(name).trim()
  return /^[A-Z]\w+$/.test(value) ? colorOf(value) : value
}

/* Where colors are forced, tokens are the system's: CanvasText. Only the page knows which color that is. */
function colorOf(name: string): string {
  const probe = document.body.appendChild(document.createElement('span'))
  probe.style.color = name
  const { color } = getComputedStyle(probe)
  probe.remove()
  return color
}

/* Eight colors that stay apart for color-blind eyes. */
const SERIES = ['--sea', '--mark-3', '--mark-1', '--mark-5', '--mark-6', '--mark-4', '--mark-2', '--mark-8']

/** The color of the n-th line or part. */
export const seriesColor = (n: number): string => token(SERIES[n] ?? '--stone')

/** No animation: it would delay the rows. */
export const STILL = { animation: false }

export const FACE = 'Atkinson Hyperlegible'

/** The legend of several lines or parts. */
export const legend = (names: string[]): object =>
  names.length > 1
    ? {
        top: 0,
        left: 0,
        type: 'scroll',
        itemWidth: 12,
        itemHeight: 10,
        icon: 'roundRect',
        textStyle: { color: token('--ink'), fontFamily: FACE, fontSize: 12 },
      }
    : { show: false }
