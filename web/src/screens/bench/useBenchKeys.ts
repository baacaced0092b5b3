import { onBeforeUnmount, onMounted } from 'vue'

export interface BenchActions {
  run: () => void
  stop: () => void
  /** Saves pending text at once. */
  save: () => void
}

/* Alt and a digit: by the place of the key, as some keyboards write other signs with Alt. */
const PANES: Record<string, string> = { Digit1: 'Choices', Digit2: 'Query', Digit3: 'Rows', Digit4: 'Sent' }

/** Keys that mean the same wherever on the bench the hands are. */
export function useBenchKeys({ run, stop, save }: BenchActions): void {
  function keys(event: KeyboardEvent): void {
    if (event.defaultPrevented) return
    const pane = event.altKey && !event.ctrlKey ? PANES[event.code] : undefined
    if (pane) goTo(pane)
    else if (event.key === 'Escape') stop()
    else if (event.key === 'Enter' && event.ctrlKey) run()
    else if (event.key.toLowerCase() === 's' && event.ctrlKey) save()
    else if (event.key !== '/' || isTyping(event) || !toSearch()) return
    event.preventDefault()
  }
  onMounted(() => window.addEventListener('keydown', keys))
  onBeforeUnmount(() => window.removeEventListener('keydown', keys))
}

const EDITOR = '[contenteditable=true]'
const FIRST = 'input:not(:disabled), button:not(:disabled), [tabindex="0"]'

/* Focuses the main element of a pane instead of its header. */
function goTo(pane: string): void {
  const whole = document.querySelector<HTMLElement>(`main.bench section[aria-label=${pane}]`)
  const body = whole?.querySelector<HTMLElement>('.body') ?? whole
  const first = whole?.querySelector<HTMLElement>(EDITOR) ?? body?.querySelector<HTMLElement>(FIRST)
  if (!first) body?.setAttribute('tabindex', '-1')
  ;(first ?? body)?.focus()
}

const isTyping = (event: KeyboardEvent): boolean =>
  event.target instanceof HTMLElement &&
  event.target.closest('input, textarea, select, [contenteditable=true]') !== null

function toSearch(): boolean {
  const field = document.querySelector<HTMLElement>('main.bench input[type=search]')
  field?.focus()
  return field !== null
}
