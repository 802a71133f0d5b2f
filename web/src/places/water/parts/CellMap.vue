<script setup lang="ts">
import 'leaflet/dist/leaflet.css'
import {
  Canvas,
  CircleMarker,
  Control,
  GeoJSON,
  Map as LeafletMap,
  Polyline,
  Rectangle,
  type Layer,
} from 'leaflet'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { loadCoast } from '@/parts/coast'
import { sidesOf, useAreaDrawing } from './useAreaDrawing'

/** Cells on the drawn coast, on one canvas; what is in view is told whenever it changes. */
export interface Cell {
  south: number
  west: number
  north: number
  east: number
  released: number
  back: number
  /** Too few fish of others to tell how many. */
  few: boolean
}
const props = defineProps<{
  cells: Cell[]
  shows: 'released' | 'back'
  label: string
  /** From where fish were tagged to where they were caught last. */
  ways: { path: number[][] }[]
  /** South, west, north, east of the area that the filter leaves in. */
  area?: string
}>()
const emit = defineEmits<{ view: [within: string]; pick: [cell: Cell]; area: [sides: string] }>()
const drawing = useAreaDrawing((sides) => emit('area', sides))
const box = ref<HTMLElement | null>(null)
let map: LeafletMap | null = null
let canvas: Canvas | undefined
let drawn: Layer[] = []

const colour = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim()

function draw() {
  if (!map) return
  for (const layer of drawn) layer.remove()
  const most = Math.max(1, ...props.cells.map((cell) => cell[props.shows]))
  drawn = props.cells
    .filter((cell) => cell.few || cell[props.shows] > 0)
    .map((cell) =>
      new Rectangle(
        [
          [cell.south, cell.west],
          [cell.north, cell.east],
        ],
        {
          renderer: canvas,
          pane: 'cells',
          weight: 1,
          color: colour('--ink'),
          dashArray: cell.few ? '3 3' : undefined,
          fillColor: colour(props.shows === 'back' ? '--rust' : '--kelp'),
          fillOpacity: cell.few ? 0 : 0.25 + 0.5 * Math.sqrt(cell[props.shows] / most),
        },
      )
        .on('click', () => emit('pick', cell))
        .addTo(map!),
    )
  const renderer = canvas
  const ink = colour('--ink')
  const sides = props.area?.split(',').map(Number)
  if (sides?.length === 4) {
    const [south, west, north, east] = sides as [number, number, number, number]
    const corners: [number, number][] = [
      [south, west],
      [north, east],
    ]
    drawn.push(
      new Rectangle(corners, {
        renderer,
        pane: 'cells',
        color: ink,
        weight: 2,
        dashArray: '6 4',
        fill: false,
        interactive: false,
      }).addTo(map),
    )
  }
  for (const { path } of props.ways) {
    const points = path.map(([lat, lon]) => [lat, lon] as [number, number])
    const line = new Polyline(points, {
      renderer,
      pane: 'cells',
      color: ink,
      weight: 2,
      opacity: 0.5,
      interactive: false,
    })
    const end = new CircleMarker(points.at(-1)!, {
      renderer,
      pane: 'cells',
      radius: 4,
      color: ink,
      fillColor: colour('--oilskin'),
      fillOpacity: 1,
      interactive: false,
    })
    drawn.push(line.addTo(map), end.addTo(map))
  }
}
function tellView() {
  if (map) emit('view', sidesOf(map.getBounds()))
}

onMounted(async () => {
  map = new LeafletMap(box.value!, {
    attributionControl: false,
    zoomControl: false,
    minZoom: 6,
    maxZoom: 14,
    zoomSnap: 0.25,
  })
  map.setView([0, 0], 7)
  // Above the coast: a lough lies within the land.
  map.createPane('cells').style.zIndex = '450'
  canvas = new Canvas({ padding: 0.25, pane: 'cells' })
  new Control.Scale({ imperial: false }).addTo(map)
  const coast = await loadCoast()
  if (!map) return
  new GeoJSON(coast, {
    interactive: false,
    filter: (feature) => feature.geometry.type !== 'Point',
    style: (feature) => ({ className: `coast ${feature?.properties.kind}`, weight: 1 }),
  }).addTo(map)
  // A cell at the edge reaches beyond the coast and the spots.
  map.fitBounds(new GeoJSON(coast).getBounds().pad(0.04))
  map.on('moveend', tellView)
  tellView()
  draw()
})
onBeforeUnmount(() => {
  map?.remove()
  map = null
})
watch([() => props.cells, () => props.shows, () => props.ways, () => props.area], draw)
defineExpose({
  closer: () => map?.zoomIn(),
  farther: () => map?.zoomOut(),
  isDrawing: drawing.isDrawing,
  drawArea: () => {
    if (drawing.isDrawing.value) drawing.stop()
    else if (map) drawing.start(map, colour('--ink'))
  },
})
</script>

<template>
  <div ref="box" class="cell-map" role="application" :aria-label="label" />
</template>

<style scoped>
.cell-map {
  height: min(62vh, 560px);
  min-height: 320px;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--sea);
}
.cell-map.drawing {
  cursor: crosshair;
  touch-action: none;
}
.cell-map :deep(.coast) {
  fill: var(--land);
  fill-opacity: 1;
  stroke: var(--land-edge);
}
.cell-map :deep(.lough) {
  fill: var(--sea);
}
</style>
