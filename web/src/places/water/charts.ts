import type { EChartsCoreOption } from 'echarts/core'
import type { Schemas } from '@/api/client'
import type { Colours } from '@/parts/ChartBox.vue'

export type Answer = Schemas['WaterAnswers']['answers'][number]
type Chart = NonNullable<Answer['chart']>
type Cell = number | string | null

const axis = (name: string, colours: Colours) => ({
  name,
  nameLocation: 'middle' as const,
  nameGap: 34,
  axisLine: { lineStyle: { color: colours.line } },
  axisLabel: { color: colours.soft },
  nameTextStyle: { color: colours.soft },
  splitLine: { lineStyle: { color: colours.line, opacity: 0.5 } },
})
const GRID = { left: 64, right: 16, top: 12, bottom: 48 }

/** Points of single fish, and the curve through them with its 95 % band. */
function scatter(chart: Chart, colours: Colours): EChartsCoreOption {
  const line = chart.line ?? []
  const through = (place: number, dashed: boolean) => ({
    type: 'line',
    data: line.map((row) => [row[0], row[place]]),
    showSymbol: false,
    silent: true,
    lineStyle: { color: colours.kelp, width: dashed ? 1 : 3, type: dashed ? 'dashed' : 'solid' },
  })
  return {
    grid: GRID,
    xAxis: { type: 'value', scale: true, ...axis(chart.x, colours) },
    yAxis: { type: 'value', scale: true, ...axis(chart.y, colours) },
    series: [
      {
        type: 'scatter',
        data: chart.points ?? [],
        symbolSize: 9,
        itemStyle: { color: colours.sea, opacity: 0.5 },
      },
      ...(line.length ? [through(2, true), through(3, true), through(1, false)] : []),
    ],
  }
}

/** Ratios beside each other, each with its interval, on a scale where half and double lie as far. */
function forest(chart: Chart, colours: Colours): EChartsCoreOption {
  const bars = (chart.bars ?? []).toReversed()
  const spans = bars.map(([, , low, high], place) => ({
    type: 'line',
    data: [
      [low, place],
      [high, place],
    ],
    showSymbol: false,
    silent: true,
    lineStyle: { color: colours.sea, width: 4 },
  }))
  return {
    grid: { ...GRID, left: 150 },
    xAxis: { type: 'log', logBase: 2, ...axis(chart.x, colours) },
    yAxis: {
      type: 'category',
      data: bars.map(([label]) => String(label)),
      axisLabel: { color: colours.ink },
      axisLine: { lineStyle: { color: colours.line } },
    },
    series: [
      {
        type: 'line',
        data: bars.map((_, place) => [1, place]),
        showSymbol: false,
        silent: true,
        lineStyle: { color: colours.rust, type: 'dashed', width: 2 },
      },
      ...spans,
      {
        type: 'scatter',
        data: bars.map(([, value], place) => [value, place] as Cell[]),
        symbol: 'rect',
        symbolSize: 13,
        itemStyle: { color: colours.ink },
      },
    ],
  }
}

function bars(chart: Chart, colours: Colours): EChartsCoreOption {
  const rows = chart.bars ?? []
  return {
    grid: GRID,
    xAxis: {
      type: 'category',
      data: rows.map(([label]) => String(label)),
      ...axis(chart.x, colours),
    },
    yAxis: { type: 'value', ...axis(chart.y, colours) },
    series: [
      {
        type: 'bar',
        data: rows.map(([, value]) => value ?? null),
        itemStyle: { color: colours.sea },
      },
      ...rows.flatMap(([, , low, high], place) =>
        low == null || high == null ? [] : [whisker(place, low, high, colours)],
      ),
    ],
  }
}

const whisker = (place: number, low: Cell, high: Cell, colours: Colours) => ({
  type: 'line',
  data: [
    [place, low],
    [place, high],
  ],
  showSymbol: false,
  silent: true,
  lineStyle: { color: colours.ink, width: 2 },
})

const KINDS = { scatter, forest, bars }
export const optionOf = (chart: Chart) => (colours: Colours) => KINDS[chart.kind](chart, colours)
