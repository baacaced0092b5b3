import type { Report, View } from '../../api/types'

/** Two definitions of a view with the same key show the same rows: it runs again for what it shows, not for a title or a size. */
export const runKey = (report: Report, view: View): string =>
  JSON.stringify([
    { ...view, title: '', layout: { ...view.layout, width: 0, height: 0 } },
    report.viewParameters[view.id],
  ])
