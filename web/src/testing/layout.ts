import { vi } from 'vitest'

/** Gives every element a size: without a layout, a list that shows only its visible part shows none. */
export function stubLayout(): void {
  vi.spyOn(Element.prototype, 'clientHeight', 'get').mockReturnValue(400)
  vi.spyOn(Element.prototype, 'clientWidth', 'get').mockReturnValue(600)
}
