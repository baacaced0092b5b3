import type { ECharts } from 'echarts/core'
import { onBeforeUnmount, watch, type Ref, type ShallowRef } from 'vue'

/** The parts of a chart, once they are loaded. */
export interface ChartOptions<T> {
  create: (element: HTMLElement) => ECharts
  draw: (chart: ECharts, now: T) => void
}

/**
 * A chart in an element: created when there is data, redrawn when it changes, resized with its
 * element.
 *
 * @param what the data
 * @param nothing whether there is no data
 * @param load loads the modules of the chart on demand
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
    /* Meanwhile the element may have been removed, or another call may have created the chart. */
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
