import { ref, watch } from 'vue'
import { addressOf } from './address'

/** Whether the last request got no response. The server is then polled until it responds. */
export const away = ref(false)

const AGAIN_MS = 3000

watch(away, gone => {
  if (gone) setTimeout(() => void lookAgain(), AGAIN_MS)
})

async function lookAgain(): Promise<void> {
  if (!away.value) return
  const answers = await fetch(addressOf('/api/v1/health')).then(
    response => response.ok,
    () => false,
  )
  if (answers) away.value = false
  else setTimeout(() => void lookAgain(), AGAIN_MS)
}

/** Runs an action once the server responds again, if it did not before. */
export function onBack(wasRefused: () => boolean, again: () => void): void {
  watch(away, gone => {
    if (!gone && wasRefused()) again()
  })
}
