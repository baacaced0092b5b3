import type { ECharts } from 'echarts/core'
import { onBeforeUnmount, watch, type Ref, type ShallowRef } from 'vue'

/** The parts of a chart, once they are loaded. */
export interface ChartOptions<T> {
  create: (element: HTMLElement) => ECharts
  draw: (chart: ECharts, now: T) => void
}

/**
 * A chart in an element of the page: made when there is something to draw, drawn again when that changes, as large as its
 * element.
 *
 * @param what what is drawn
 * @param nothing whether there is nothing to draw
 * @param load loads the parts of the chart; they come when first needed
 */
export function useChart<T>(
  element: Readonly<ShallowRef<HTMLElement | null>>,
  what: Ref<T>,
  nothing: (now: T) => boolean,
  load: () => Promise<ChartOptions<T>>,
): void {
  let chart: ECharts | undefined
  let size: ResizeObserver | undefined

  async function show(): Promise<void> {
    if (!element.value || nothing(what.value)) return
    const { create, draw } = await load()
    /* Meanwhile the element may have gone, or another turn may have made the chart. */
    const box = element.value
    if (!box || nothing(what.value)) return
    if (!chart || chart.getDom() !== box) {
      letGo()
      chart = create(box)
      size = new ResizeObserver(fit)
      size.observe(box)
    }
    fit()
    draw(chart, what.value)
  }

  /* A chart that is reported its size draws all of itself again. */
  function fit(): void {
    if (!chart) return
    const { clientWidth, clientHeight } = chart.getDom()
    if (chart.getWidth() !== clientWidth || chart.getHeight() !== clientHeight) chart.resize()
  }

  function letGo(): void {
    size?.disconnect()
    chart?.dispose()
    chart = undefined
  }

  watch([what, element], () => void show(), { flush: 'post', immediate: true })
  onBeforeUnmount(letGo)
}
