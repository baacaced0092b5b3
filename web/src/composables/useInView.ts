import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** Whether an element is near the visible part of the page: expensive work waits until then. */
export function useInView(element: Readonly<Ref<HTMLElement | null>>): Ref<boolean> {
  const seen = ref(false)
  let observer: IntersectionObserver | undefined
  onMounted(() => {
    observer = new IntersectionObserver(
      entries => {
        if (!entries.some(entry => entry.isIntersecting)) return
        seen.value = true
        observer?.disconnect()
      },
      { rootMargin: '300px' },
    )
    if (element.value) observer.observe(element.value)
  })
  onBeforeUnmount(() => observer?.disconnect())
  return seen
}
