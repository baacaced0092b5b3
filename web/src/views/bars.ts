// Horizontal bars, drawn by ECharts, of which only the parts used here are loaded.
import { BarChart } from 'echarts/charts'
import { GridComponent, TooltipComponent } from 'echarts/components'
import { init, use, type ECharts } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { countInWords } from '../formats'

use([BarChart, GridComponent, TooltipComponent, SVGRenderer])

export interface Bar {
  name: string
  value: number
}

/* What is drawn has no style sheet: it asks the page for its tokens. */
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

/** @param onPick told the number of the bar that is clicked */
export function createBars(element: HTMLElement, onPick: (index: number) => void): ECharts {
  const chart = init(element, undefined, { renderer: 'svg' })
  chart.on('click', event => onPick(event.dataIndex))
  return chart
}

/** @param only the name of the one bar that is picked; the others step back */
export function drawBars(chart: ECharts, bars: Bar[], only?: string): void {
  const [sea, ink] = [token('--sea'), token('--ink')]
  chart.setOption({
    animationDuration: 200,
    grid: { left: 4, right: 60, top: 4, bottom: 4, outerBoundsMode: 'same', outerBoundsContain: 'axisLabel' },
    tooltip: {
      trigger: 'item',
      formatter: ({ name, value }: { name: string; value: number }) =>
        `${name}: ${countInWords(value)} (click: only these)`,
    },
    xAxis: { type: 'value', show: false },
    yAxis: {
      type: 'category',
      inverse: true,
      data: bars.map(bar => bar.name),
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: { color: ink, fontSize: 12.5, fontFamily: 'Atkinson Hyperlegible', width: 130, overflow: 'truncate' },
    },
    series: [
      {
        type: 'bar',
        data: bars.map(bar => ({
          value: bar.value,
          itemStyle: { color: sea, opacity: only === undefined || only === bar.name ? 1 : 0.3 },
        })),
        barMaxWidth: 20,
        label: {
          show: true,
          position: 'right',
          color: ink,
          fontFamily: 'Atkinson Hyperlegible',
          formatter: ({ value }: { value: number }) => countInWords(value),
        },
      },
    ],
  })
}
