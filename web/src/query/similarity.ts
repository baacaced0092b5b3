import type { Notice } from '../api/types'

/** Notices with the same message at several positions. */
export interface Alike {
  first: Notice
  /** All of them, in the order of the text. */
  all: Notice[]
}

const saying = (notice: Notice): string =>
  JSON.stringify([
    notice.kind,
    notice.message,
    notice.advice,
    notice.fixes.map(fix => [fix.label, fix.mark, fix.option]),
    notice.parameter,
  ])

/** Groups equal notices: three thousand of them become one with its count. */
export function putTogether(notices: Notice[]): Alike[] {
  const together = new Map<string, Alike>()
  for (const notice of notices) {
    const before = together.get(saying(notice))
    if (before) before.all.push(notice)
    else together.set(saying(notice), { first: notice, all: [notice] })
  }
  return [...together.values()]
}

/** The position after the last visited one; after the last, the first again. */
export function nextPlace(alike: Alike, at: number): number {
  const next = alike.all.find(notice => notice.start > at) ?? alike.first
  return next.start
}
