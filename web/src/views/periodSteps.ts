/* The stretches of time between two days, so that a stretch without rows is seen as a gap. */
import { firstDay } from '../choices/periods'

export type Stretch = 'day' | 'week' | 'month' | 'quarter' | 'year'

const MOST_STEPS = 5000

function next(day: Date, stretch: Stretch): Date {
  const after = new Date(day)
  if (stretch === 'day') after.setUTCDate(after.getUTCDate() + 1)
  else if (stretch === 'week') after.setUTCDate(after.getUTCDate() + 7)
  else after.setUTCMonth(after.getUTCMonth() + (stretch === 'year' ? 12 : stretch === 'quarter' ? 3 : 1))
  return after
}

const iso = (day: Date): string => day.toISOString().slice(0, 10)

/** The first day of the interval that contains a day. */
export function beginOf(stretch: Stretch, day: string): string {
  if (stretch !== 'week') return firstDay(stretch, day)
  const date = new Date(`${day}T00:00:00Z`)
  date.setUTCDate(date.getUTCDate() - ((date.getUTCDay() + 6) % 7))
  return iso(date)
}

/** The first day of every interval in a range; only the two ends if there would be too many. */
export function stepsBetween(first: string, last: string, stretch: Stretch): string[] {
  const steps: string[] = []
  for (let day = new Date(`${first}T00:00:00Z`); iso(day) <= last; day = next(day, stretch)) {
    steps.push(iso(day))
    if (steps.length > MOST_STEPS) return [first, last]
  }
  return steps
}
