/* When what has the focus goes away, the browser gives the focus to the page and the next key means nothing. Here it goes
   to what is in the place of it: the next notice, the field that opened, the button that follows. */

const FOCUSABLE = [
  'a[href]',
  'button:not(:disabled)',
  'input:not(:disabled)',
  'select:not(:disabled)',
  'textarea:not(:disabled)',
  '[contenteditable=true]',
  '[tabindex]:not([tabindex="-1"])',
].join()

/* Where every key writes, Tab among them in an editor. */
const TYPED_INTO = 'input:not([type=checkbox], [type=radio]), textarea, [contenteditable=true]'

const WHAT_HIDES = ['disabled', 'class', 'style', 'hidden']

/** The position of an element: its parent and predecessor. */
interface FocusedAncestor {
  parent: Element
  behind: Element | null
}

/** Watches a page until the returned function is called. */
export function keepFocus(page: Document): () => void {
  let held: Element | undefined
  let focused: FocusedAncestor[] = []
  let looking = false

  const forget = (): void => {
    held = undefined
  }
  function remember(event: FocusEvent): void {
    held = event.target instanceof Element ? event.target : undefined
    focused = held ? waysUp(held) : []
  }
  /* After the next frame, deliberate focus changes are done and hidden elements have lost the focus. */
  function look(): void {
    if (looking || !held) return
    looking = true
    requestAnimationFrame(() =>
      requestAnimationFrame(() => {
        looking = false
        if (held && nothingHasIt(page)) giveBack()
      }),
    )
  }
  function giveBack(): void {
    if (held?.isConnected && isSeen(held)) {
      // Disabled during an operation, it is enabled again; or the focus was cleared.
      if (held.matches(FOCUSABLE)) focus(held)
      return
    }
    const heir = heirOf(focused, page)
    if (heir) focus(heir)
  }

  const watcher = new MutationObserver(look)
  watcher.observe(page.body, { childList: true, subtree: true, attributes: true, attributeFilter: WHAT_HIDES })
  page.addEventListener('focusin', remember)
  page.addEventListener('pointerdown', forget)
  return () => {
    watcher.disconnect()
    page.removeEventListener('focusin', remember)
    page.removeEventListener('pointerdown', forget)
  }
}

const nothingHasIt = (page: Document): boolean => !page.activeElement || page.activeElement === page.body

/* From the nearest parent outwards. */
function waysUp(element: Element): FocusedAncestor[] {
  const ways: FocusedAncestor[] = []
  for (let each: Element = element; each.parentElement; each = each.parentElement) {
    ways.push({ parent: each.parentElement, behind: each.previousElementSibling })
  }
  return ways
}

function heirOf(focused: FocusedAncestor[], page: Document): Element | undefined {
  for (const { parent, behind } of focused) {
    if (!parent.isConnected) continue
    // A new page: the focus moves to its beginning.
    if (parent.querySelector('main')) return page.querySelector('main') ?? undefined
    const all = [...parent.querySelectorAll('*')].filter(each => each.matches(FOCUSABLE) && isSeen(each))
    // Text fields that did not have the focus before would receive the next key.
    const heir = all.find(each => isBehind(each, behind)) ?? all.filter(each => !each.matches(TYPED_INTO)).at(-1)
    if (heir) return heir
  }
  return undefined
}

const isSeen = (element: Element): boolean => element.checkVisibility?.() ?? true

const isBehind = (element: Element, other: Element | null): boolean =>
  !other?.isConnected ||
  (!other.contains(element) && (other.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0)

function focus(element: Element): void {
  if (!(element instanceof HTMLElement)) return
  if (element.tagName === 'MAIN') element.tabIndex = -1
  element.focus({ preventScroll: true })
}
