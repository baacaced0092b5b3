import { onScopeDispose } from 'vue'

/* Keys for reloading and other browser functions use a modifier, or are special keys. */
const asksTheBrowser = (event: KeyboardEvent): boolean =>
  event.key === 'F5' || event.ctrlKey || event.metaKey || event.altKey

/** Calls back when the user may be about to reload the page, to copy its URL, or to go back. */
export function onLeaving(leaving: () => void): void {
  const keys = (event: KeyboardEvent): void => {
    if (asksTheBrowser(event)) leaving()
  }
  window.addEventListener('blur', leaving)
  window.addEventListener('keydown', keys, { capture: true })
  document.documentElement.addEventListener('pointerleave', leaving)
  onScopeDispose(() => {
    window.removeEventListener('blur', leaving)
    window.removeEventListener('keydown', keys, { capture: true })
    document.documentElement.removeEventListener('pointerleave', leaving)
  })
}
