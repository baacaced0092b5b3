import { onBeforeUnmount, onMounted } from 'vue'

/** Ctrl Enter runs, Esc stops, wherever on the bench the hands are. */
export function useBenchKeys({ run, stop }: { run: () => void; stop: () => void }): void {
  function keys(event: KeyboardEvent): void {
    if (event.defaultPrevented) return
    if (event.key === 'Escape') stop()
    else if (event.key === 'Enter' && event.ctrlKey) run()
    else return
    event.preventDefault()
  }
  onMounted(() => window.addEventListener('keydown', keys))
  onBeforeUnmount(() => window.removeEventListener('keydown', keys))
}
