import { onScopeDispose } from 'vue'

/* A key that asks for the page again or does something with the browser comes with one of these, or is one on its own. */
const asksTheBrowser = (event: KeyboardEvent): boolean =>
  event.key === 'F5' || event.ctrlKey || event.metaKey || event.altKey

/** Calls back when someone may be about to load this page again, to copy its address, or to go back. */
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
