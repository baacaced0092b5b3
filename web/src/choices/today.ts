/* Today's date in the time zone of the server, for everyone, wherever their browser is. */
import { shallowRef } from 'vue'
import { server } from '../api/client'

/* The browser's zone until the server's is known. */
const zone = shallowRef<string>()
let asking: Promise<void> | undefined

async function learn(): Promise<void> {
  zone.value = (await server.get('/clock')).timeZone
}

const OFFSET = /^([+-])(\d{2}):(\d{2})$/
const MILLIS_PER_MINUTE = 60_000

/** The day of a moment on the clocks of a zone, in ISO 8601. */
export function dayIn(timeZone: string | undefined, moment: Date): string {
  const [, sign, hours, minutes] = OFFSET.exec(timeZone ?? '') ?? []
  const offset = (Number(hours ?? 0) * 60 + Number(minutes ?? 0)) * (sign === '-' ? -1 : 1)
  const there = new Date(moment.getTime() + offset * MILLIS_PER_MINUTE)
  const parts = new Intl.DateTimeFormat('en', {
    timeZone: sign ? 'UTC' : timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  }).formatToParts(there)
  const of = (type: string): string => parts.find(part => part.type === type)?.value ?? ''
  return `${of('year')}-${of('month')}-${of('day')}`
}

/** Returns the current date on each call, also after midnight. */
export function useToday(): () => string {
  asking ??= learn().catch(() => void (asking = undefined))
  return () => dayIn(zone.value, new Date())
}
