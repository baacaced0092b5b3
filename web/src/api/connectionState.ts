import { ref, watch } from 'vue'
import { addressOf } from './address'

/** Whether the server did not answer when it was asked last. From then on it is asked for a sign of life until it does. */
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

/** Does something once the server answers again, if it did not when this was asked. */
export function onBack(wasRefused: () => boolean, again: () => void): void {
  watch(away, gone => {
    if (!gone && wasRefused()) again()
  })
}
