// Horizontal bars with ECharts, of which only the used modules are loaded.
import { BarChart } from 'echarts/charts'
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components'
import { format, init, use, type ECharts } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import type { Figure } from '../../api/types'
import type { Bar } from './barsOf'
import { FACE, legend, STILL, seriesColor, token } from './charts'
import { figureInWords } from '../figures/figureInWords'

use([BarChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer])

export interface DrawnBars {
  bars: Bar[]
  parts: string[]
  beside: boolean
  unit: string
  /** The figure of the bars. */
  figure: Figure | undefined
  /** The name of the picked bar; the others are dimmed. */
  only: string | undefined
}

/** @param onPick receives the index of the clicked bar */
export function createBars(element: HTMLElement, onPick: (index: number) => void): ECharts {
  const chart = init(element, undefined, { renderer: 'svg' })
  chart.on('click', event => onPick(event.dataIndex))
  return chart
}

function series(drawn: DrawnBars, part: number): object {
  const { bars, parts, beside, unit, figure, only } = drawn
  const alone = parts.length === 0
  return {
    type: 'bar',
    name: parts[part] ?? '',
    stack: !alone && !beside ? 'all' : undefined,
    data: bars.map(bar => ({
      value: bar.values[part] ?? null,
      itemStyle: { color: seriesColor(part), opacity: only === undefined || only === bar.name ? 1 : 0.3 },
    })),
    itemStyle: { color: seriesColor(part) },
    barMaxWidth: 20,
    label: {
      show: alone,
      position: 'right',
      color: token('--ink'),
      fontFamily: FACE,
      formatter: ({ value }: { value: number }) => figureInWords(value, figure) + unit,
    },
  }
}

interface Pointed {
  name: string
  seriesName: string
  value: number
}

/** The tooltip of a bar as HTML. Values of a database are escaped. */
export const inTooltip = (
  { name, seriesName, value }: Pointed,
  ofParts: boolean,
  unit: string,
  figure?: Figure,
): string => format.encodeHTML(`${name}${ofParts ? `, ${seriesName}` : ''}: ${figureInWords(value, figure)}${unit}`)

export function drawBars(chart: ECharts, drawn: DrawnBars): void {
  const { bars, parts, unit, figure } = drawn
  chart.setOption(
    {
      ...STILL,
      grid: {
        left: 4,
        right: 60,
        top: parts.length ? 30 : 4,
        bottom: 4,
        outerBoundsMode: 'same',
        outerBoundsContain: 'axisLabel',
      },
      legend: legend(parts),
      tooltip: {
        trigger: 'item',
        formatter: (pointed: Pointed) => inTooltip(pointed, parts.length > 0, unit, figure),
      },
      xAxis: { type: 'value', show: false },
      yAxis: {
        type: 'category',
        inverse: true,
        data: bars.map(bar => bar.name),
        axisLine: { show: false },
        axisTick: { show: false },
        axisLabel: { color: token('--ink'), fontSize: 12.5, fontFamily: FACE, width: 130, overflow: 'truncate' },
      },
      series: (parts.length ? parts : ['']).map((_, part) => series(drawn, part)),
    },
    { replaceMerge: ['series'] },
  )
}
