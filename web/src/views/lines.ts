// A line over time, drawn by ECharts, of which only the parts used here are loaded.
import { LineChart } from 'echarts/charts'
import { GridComponent, TooltipComponent } from 'echarts/components'
import { init, use, type ECharts } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { countInWords } from '../formats'
import type { Point } from './periodSteps'

use([LineChart, GridComponent, TooltipComponent, SVGRenderer])

const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

export const createLine = (element: HTMLElement): ECharts => init(element, undefined, { renderer: 'svg' })

/** @param words a day as viewers read it */
export function drawLine(chart: ECharts, points: Point[], words: (day: string) => string): void {
  const [sea, ink, rule] = [token('--sea'), token('--ink'), token('--rule')]
  const label = { color: ink, fontSize: 12, fontFamily: 'Atkinson Hyperlegible' }
  chart.setOption({
    animationDuration: 200,
    grid: { left: 4, right: 16, top: 10, bottom: 4, outerBoundsMode: 'same', outerBoundsContain: 'axisLabel' },
    tooltip: {
      trigger: 'axis',
      valueFormatter: (value: number | null) => (value === null ? 'no rows' : countInWords(value)),
    },
    xAxis: {
      type: 'category',
      data: points.map(point => words(point.day)),
      axisTick: { show: false },
      axisLine: { lineStyle: { color: rule } },
      axisLabel: { ...label, hideOverlap: true },
    },
    yAxis: { type: 'value', splitLine: { lineStyle: { color: rule } }, axisLabel: label },
    series: [
      {
        type: 'line',
        data: points.map(point => point.value),
        connectNulls: false,
        showSymbol: points.length < 40,
        symbolSize: 5,
        lineStyle: { color: sea, width: 2 },
        itemStyle: { color: sea },
      },
    ],
  })
}
