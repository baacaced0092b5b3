/* Views are in rows of twelve parts, in their order. */
import type { View } from '../api/types'

const WHOLE = 12
const USUAL: Record<string, number> = { bars: 6 }
const usualWidth = (view: View): number => USUAL[view.kind] ?? WHOLE

/** The width of each view in twelfths. Views without a selected width share the rest of their row. */
export function widthsOf(views: View[]): number[] {
  const widths = views.map(view => view.layout.width || usualWidth(view))
  let row: number[] = []
  let used = 0
  const fill = (): void => {
    const free = row.filter(i => views[i]?.layout.width === 0).at(-1)
    if (free !== undefined) widths[free] = (widths[free] ?? 0) + WHOLE - used
  }
  widths.forEach((width, i) => {
    if (used + width > WHOLE) {
      fill()
      row = []
      used = 0
    }
    row.push(i)
    used += width
  })
  fill()
  return widths
}

/** The style of a view on the page. */
export const placed = (view: View, width: number): Record<string, string> => ({
  gridColumn: `span ${width}`,
  ...(view.layout.height ? { '--view-height': `${view.layout.height * 40}px` } : {}),
})
