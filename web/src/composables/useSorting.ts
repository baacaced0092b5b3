import Sortable from 'sortablejs'
import { onBeforeUnmount, watch, type Ref } from 'vue'

/**
 * Makes elements draggable by their grips. The DOM stays unchanged until the change is
 * applied, since Vue owns it.
 *
 * @param draggable a selector of the elements
 * @param onPlace receives the element and its new index among its kind, from 0
 */
export function useSorting(
  element: Readonly<Ref<HTMLElement | null>>,
  draggable: string,
  onPlace: (thing: HTMLElement, at: number) => void,
): void {
  let sortable: Sortable | undefined
  const letGo = (): void => {
    sortable?.destroy()
    sortable = undefined
  }
  watch(
    element,
    now => {
      letGo()
      if (!now) return
      sortable = Sortable.create(now, {
        draggable,
        handle: '.grip',
        /* One way of dragging for mouse and touch, which also scrolls the page. */
        forceFallback: true,
        animation: 120,
        ghostClass: 'being-moved',
        onEnd({ item, from, oldIndex, newIndex, newDraggableIndex }) {
          if (oldIndex === undefined || newIndex === undefined || newDraggableIndex === undefined) return
          if (oldIndex === newIndex) return
          from.insertBefore(item, from.children[oldIndex + (newIndex < oldIndex ? 1 : 0)] ?? null)
          onPlace(item, newDraggableIndex)
        },
      })
    },
    { immediate: true, flush: 'post' },
  )
  onBeforeUnmount(letGo)
}
