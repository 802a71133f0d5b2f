<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { BarChart, LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, LegendComponent } from 'echarts/components'
import { init, use, type ECharts, type EChartsCoreOption } from 'echarts/core'
import { CanvasRenderer, SVGRenderer } from 'echarts/renderers'
import { storeToRefs } from 'pinia'
import { nextTick, onMounted, onUnmounted, ref, watch } from 'vue'
import { useLookStore } from '@/stores/look'
import { t } from '@/words/text'

use([
  BarChart,
  LineChart,
  ScatterChart,
  GridComponent,
  LegendComponent,
  CanvasRenderer,
  SVGRenderer,
])

/**
 * A chart with one sentence that says what it shows, the table behind it, and both to take away.
 */
export interface Colours {
  ink: string
  soft: string
  line: string
  kelp: string
  sea: string
  rust: string
  oilskin: string
}
const props = defineProps<{
  title: string
  says: string
  name: string
  columns: string[]
  rows: (string | number | null)[][]
  option: (colours: Colours) => EChartsCoreOption
  height?: number
}>()
const emit = defineEmits<{ pick: [data: unknown] }>()
const box = ref<HTMLElement | null>(null)
let chart: ECharts | null = null
const { look } = storeToRefs(useLookStore())

function draw() {
  const of = (name: string) =>
    getComputedStyle(document.documentElement).getPropertyValue(name).trim()
  const colours = {
    ink: of('--ink'),
    soft: of('--ink-soft'),
    line: of('--line'),
    kelp: of('--kelp'),
    sea: of('--sea-deep'),
    rust: of('--rust'),
    oilskin: of('--oilskin'),
  }
  chart?.setOption(
    {
      animation: false,
      textStyle: { fontFamily: of('--font'), color: colours.ink, fontSize: 14 },
      ...props.option(colours),
    },
    true,
  )
}
onMounted(() => {
  chart = init(box.value!)
  chart.on('click', (event) => emit('pick', event.data))
  draw()
})
onUnmounted(() => chart?.dispose())
useResizeObserver(box, () => chart?.resize())
watch([() => props.rows, look], () => void nextTick(draw))

const cell = (value: string | number | null) => `"${String(value ?? '').replaceAll('"', '""')}"`
function save(href: string, file: string) {
  const link = document.createElement('a')
  link.href = href
  link.download = file
  link.click()
}
function saveTable() {
  const text = [props.columns, ...props.rows].map((row) => row.map(cell).join(',')).join('\r\n')
  const href = URL.createObjectURL(new Blob([text], { type: 'text/csv' }))
  save(href, `${props.name}.csv`)
  URL.revokeObjectURL(href)
}
/** The same chart as lines and letters, for who prints it large. */
function saveDrawing() {
  const size = { width: chart!.getWidth(), height: chart!.getHeight() }
  const drawing = init(null, null, { renderer: 'svg', ssr: true, ...size })
  drawing.setOption(chart!.getOption())
  const href = URL.createObjectURL(
    new Blob([drawing.renderToSVGString()], { type: 'image/svg+xml' }),
  )
  drawing.dispose()
  save(href, `${props.name}.svg`)
  URL.revokeObjectURL(href)
}
const savePicture = () =>
  save(
    chart!.getDataURL({
      pixelRatio: 2,
      backgroundColor: getComputedStyle(document.documentElement)
        .getPropertyValue('--sheet')
        .trim(),
    }),
    `${props.name}.png`,
  )
</script>

<template>
  <figure>
    <figcaption>
      <h2>{{ title }}</h2>
      <p>{{ says }}</p>
    </figcaption>
    <div
      ref="box"
      class="chart"
      :class="{ tall: (height ?? 0) > 260 }"
      role="img"
      :aria-label="says"
    />
    <details>
      <summary>{{ t('common.chartBox.figures') }}</summary>
      <div class="scroll">
        <table v-cards class="list">
          <thead>
            <tr>
              <th v-for="column in columns" :key="column">{{ column }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, index) in rows" :key="index">
              <td v-for="(value, place) in row" :key="place" class="tabular">{{ value ?? '–' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </details>
    <p class="away">
      <button type="button" class="link" @click="saveTable">
        {{ t('common.chartBox.tableAsCsv') }}
      </button>
      <button type="button" class="link" @click="savePicture">
        {{ t('common.chartBox.chartAsPng') }}
      </button>
      <button type="button" class="link" @click="saveDrawing">
        {{ t('common.chartBox.asSvg') }}
      </button>
    </p>
  </figure>
</template>

<style scoped>
/* The sentence is what is read; its title only says which question it answers. */
h2 {
  font-size: 16px;
  color: var(--ink-soft);
}
figcaption p {
  font-size: 20px;
  line-height: 1.35;
}
figure {
  display: grid;
  gap: var(--gap-2);
  align-content: start;
}
.chart {
  height: 240px;
  min-width: 0;
}
.tall {
  height: 320px;
}
.away {
  display: flex;
  gap: var(--gap-4);
}
</style>
