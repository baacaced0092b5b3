/** So many values of a list are visible at once; a page of it is as long. */
export const MOST_VISIBLE = 9

const MOVES: Record<string, (at: number, last: number) => number> = {
  ArrowDown: (at, last) => Math.min(at + 1, last),
  ArrowUp: at => Math.max(at - 1, 0),
  Home: () => 0,
  End: (_at, last) => last,
  PageDown: (at, last) => Math.min(at + MOST_VISIBLE, last),
  PageUp: at => Math.max(at - MOST_VISIBLE, 0),
}

/** The target of a key in a list; undefined for other keys. */
export const movedBy = (key: string, at: number, last: number): number | undefined => MOVES[key]?.(at, last)
