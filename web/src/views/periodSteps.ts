/* The stretches of time between two days, so that a stretch without rows is seen as a gap. */
export type Stretch = 'day' | 'month' | 'year'

const MOST_STEPS = 5000

function next(day: Date, stretch: Stretch): Date {
  const after = new Date(day)
  if (stretch === 'day') after.setUTCDate(after.getUTCDate() + 1)
  else if (stretch === 'month') after.setUTCMonth(after.getUTCMonth() + 1)
  else after.setUTCFullYear(after.getUTCFullYear() + 1)
  return after
}

const iso = (day: Date): string => day.toISOString().slice(0, 10)

/** Every stretch from the first day to the last, each by its first day; only the two where there would be far too many. */
export function stepsBetween(first: string, last: string, stretch: Stretch): string[] {
  const steps: string[] = []
  for (let day = new Date(`${first}T00:00:00Z`); iso(day) <= last; day = next(day, stretch)) {
    steps.push(iso(day))
    if (steps.length > MOST_STEPS) return [first, last]
  }
  return steps
}

export interface Point {
  day: string
  value: number | null
}

/** The points of a line in their order; nothing where a stretch has no row. */
export function withGaps(points: Point[], stretch: Stretch): Point[] {
  const first = points[0]
  const last = points.at(-1)
  if (!first || !last) return []
  const values = new Map(points.map(point => [point.day, point.value]))
  const steps = stepsBetween(first.day, last.day, stretch)
  return steps.length === 2 && points.length > 2 ? points : steps.map(day => ({ day, value: values.get(day) ?? null }))
}
