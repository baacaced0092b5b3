// Lines over time with ECharts, of which only the used modules are loaded.
import { LineChart } from 'echarts/charts'
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components'
import { init, use, type ECharts } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import type { Figure } from '../../api/types'
import { FACE, legend, STILL, seriesColor, token } from './charts'
import { figureInWords } from '../figures/figureInWords'
import type { Lines } from './linesOf'

use([LineChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer])

const FEW = 40

/** @param onPick receives the index of the clicked interval */
export function createLines(element: HTMLElement, onPick: (index: number) => void): ECharts {
  const chart = init(element, undefined, { renderer: 'svg' })
  chart.on('click', event => onPick(event.dataIndex))
  return chart
}

/** @param words formatted dates @param figure of the lines */
export function drawLines(chart: ECharts, { days, lines }: Lines, words: string[], figure: Figure | undefined): void {
  const label = { color: token('--ink'), fontSize: 12, fontFamily: FACE }
  const rule = { lineStyle: { color: token('--rule') } }
  chart.setOption(
    {
      ...STILL,
      grid: {
        left: 4,
        right: 16,
        top: lines.length > 1 ? 32 : 10,
        bottom: 4,
        outerBoundsMode: 'same',
        outerBoundsContain: 'axisLabel',
      },
      legend: legend(lines.map(line => line.name)),
      tooltip: {
        trigger: 'axis',
        valueFormatter: (value: number | null) => (value === null ? 'no rows' : figureInWords(value, figure)),
      },
      xAxis: {
        type: 'category',
        data: words,
        axisTick: { show: false },
        axisLine: rule,
        axisLabel: { ...label, hideOverlap: true },
      },
      yAxis: { type: 'value', splitLine: rule, axisLabel: label },
      series: lines.map((line, i) => ({
        type: 'line',
        name: line.name,
        data: line.values,
        connectNulls: false,
        showSymbol: days.length < FEW,
        symbolSize: 6,
        lineStyle: { color: seriesColor(i), width: 2 },
        itemStyle: { color: seriesColor(i) },
      })),
    },
    { replaceMerge: ['series'] },
  )
}
