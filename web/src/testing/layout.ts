import { vi, type Mock } from 'vitest'

/**
 * Gives every element a size: without layout, a virtual list renders no rows.
 *
 * @returns a mock called when an element is scrolled
 */
export function stubLayout(): Mock {
  vi.spyOn(Element.prototype, 'clientHeight', 'get').mockReturnValue(400)
  vi.spyOn(Element.prototype, 'clientWidth', 'get').mockReturnValue(600)
  const scrollTo = vi.fn()
  Object.defineProperty(Element.prototype, 'scrollTo', { value: scrollTo, configurable: true, writable: true })
  return scrollTo
}
