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

const SEA = '#175a6b'
const INK = '#20303a'

export function createBars(element: HTMLElement): ECharts {
  return init(element, undefined, { renderer: 'svg' })
}

export function drawBars(chart: ECharts, bars: Bar[]): void {
  chart.setOption({
    animationDuration: 200,
    grid: { left: 4, right: 60, top: 4, bottom: 4, outerBoundsMode: 'same', outerBoundsContain: 'axisLabel' },
    tooltip: { trigger: 'item', formatter: ({ name, value }: { name: string; value: number }) => `${name}: ${countInWords(value)}` },
    xAxis: { type: 'value', show: false },
    yAxis: {
      type: 'category', inverse: true, data: bars.map(bar => bar.name), axisLine: { show: false }, axisTick: { show: false },
      axisLabel: { color: INK, fontSize: 12.5, fontFamily: 'Atkinson Hyperlegible', width: 130, overflow: 'truncate' },
    },
    series: [{
      type: 'bar', data: bars.map(bar => bar.value), itemStyle: { color: SEA }, barMaxWidth: 20,
      label: { show: true, position: 'right', color: INK, fontFamily: 'Atkinson Hyperlegible', formatter: ({ value }: { value: number }) => countInWords(value) },
    }],
  })
}
