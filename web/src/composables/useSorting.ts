import Sortable from 'sortablejs'
import { onBeforeUnmount, watch, type Ref } from 'vue'

/**
 * Lets things in an element be dragged by their grips to another place. The page itself stays as it is until what is reported
 * has come about: it is Vue's to change.
 *
 * @param draggable a selector of the things
 * @param onPlace told the thing and its new place among its like, counted from 0
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
