import type { ECharts } from 'echarts/core'
import { onBeforeUnmount, watch, type Ref, type ShallowRef } from 'vue'

/**
 * A chart in an element of the page: made when there is something to draw, drawn again when that changes, as large as its
 * element.
 *
 * @param nothing whether there is nothing to draw
 * @param what what is drawn
 * @param make loads the parts of the chart and makes it; what it gives draws
 */
export function useChart<T>(
  element: Readonly<ShallowRef<HTMLElement | null>>,
  what: Ref<T>,
  nothing: (now: T) => boolean,
  make: (element: HTMLElement) => Promise<{ chart: ECharts; draw: (chart: ECharts, now: T) => void }>,
): void {
  let made: Awaited<ReturnType<typeof make>> | undefined
  let size: ResizeObserver | undefined

  watch(
    [what, element] as const,
    async ([now, box]) => {
      if (!box || nothing(now)) return
      if (!made || made.chart.getDom() !== box) {
        made?.chart.dispose()
        made = await make(box)
        size?.disconnect()
        size = new ResizeObserver(() => made?.chart.resize())
        size.observe(box)
      }
      made.draw(made.chart, what.value)
      made.chart.resize()
    },
    { flush: 'post', immediate: true },
  )
  onBeforeUnmount(() => {
    size?.disconnect()
    made?.chart.dispose()
  })
}
