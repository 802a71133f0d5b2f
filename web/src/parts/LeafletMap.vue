<script setup lang="ts">
import 'leaflet/dist/leaflet.css'
import {
  CircleMarker,
  Control,
  DivIcon,
  GeoJSON,
  LatLngBounds,
  Map as LeafletMap,
  Marker,
  Polygon,
  Polyline,
  Rectangle,
  SVG,
  type LatLngTuple,
  type Layer,
} from 'leaflet'
import type { Feature } from 'geojson'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { t } from '@/words/text'
import { loadCoast } from './coast'
import type { MapPlace, PickedPlace } from './mapTypes'

const props = defineProps<{
  places?: MapPlace[]
  /** Straight lines from place to place. */ joined?: boolean
  /** Ways to draw, each a run of [lat, lon]. */ ways?: [number, number][][]
  pickable?: boolean
  drawable?: boolean
  label: string
}>()
const picked = defineModel<PickedPlace | null>('picked', { default: null })

/** Of a water that is drawn by touching its corners. */
const corners = defineModel<[number, number][]>('corners', { default: () => [] })

const box = ref<HTMLElement | null>(null)
let map: LeafletMap | null = null
let layers: Layer[] = []

/** Half the 5 km cell in which the public sees a fish. */
const HALF_CELL_DEG = 2500 / 111_132
/** Before the coast is known. */
const ANYWHERE: LatLngTuple = [0, 0]

onMounted(async () => {
  map = new LeafletMap(box.value!, {
    attributionControl: false,
    zoomControl: false,
    renderer: new SVG({ padding: 0.5 }),
    minZoom: 6,
    maxZoom: 15,
    zoomSnap: 0.25,
    keyboard: true,
  })
  map.setView(ANYWHERE, 7)
  new Control.Scale({ imperial: false }).addTo(map)
  if (props.drawable)
    map.on(
      'click',
      ({ latlng }) =>
        (corners.value = [...corners.value, [round(latlng.lat), round(wrap(latlng.lng))]]),
    )
  if (props.pickable)
    map.on(
      'click',
      ({ latlng }) =>
        (picked.value = { lat_deg: round(latlng.lat), lon_deg: round(wrap(latlng.lng)) }),
    )
  draw()
  const coast = await loadCoast()
  if (!map) return
  map.on('zoomend', nameWhatFits)
  nameWhatFits()
  const drawn = new GeoJSON(coast, {
    interactive: false,
    style: (feature) => ({ className: `coast ${feature?.properties.kind}`, weight: 1 }),
    pointToLayer: (feature, latLng) => placeName(feature, 'place-name', latLng.lat, latLng.lng),
    onEachFeature: (feature, layer) => {
      if (feature.properties.kind !== 'land' || !map) return
      const middle = (layer as Polyline).getBounds().getCenter()
      placeName(feature, 'place-name island', middle.lat, middle.lng).addTo(map)
    },
  }).addTo(map)
  if ((!props.places?.length || props.pickable || props.drawable) && drawn.getBounds().isValid())
    map.fitBounds(drawn.getBounds().pad(0.02))
  draw()
})
onBeforeUnmount(() => {
  map?.remove()
  map = null
})
watch([() => props.places, () => props.ways, picked, corners], draw, { deep: true })

function placeName(feature: Feature, className: string, lat: number, lon: number) {
  return new Marker([lat, lon], {
    interactive: false,
    keyboard: false,
    icon: new DivIcon({
      className,
      html: String(feature.properties?.name),
      iconSize: [120, 14],
      iconAnchor: [60, 7],
    }),
  })
}

/** From afar only the islands are named; the spots come when there is room. */
function nameWhatFits() {
  box.value?.classList.toggle('far', map!.getZoom() < 9)
}

function draw() {
  if (!map) return
  layers.forEach((layer) => layer.remove())
  layers = []
  const places = props.places ?? []
  if (props.joined && places.length > 1)
    add(
      new Polyline(places.map(latLngOf), {
        className: 'way',
        weight: 2,
        dashArray: '6 6',
        interactive: false,
      }),
    )
  props.ways?.forEach((way) =>
    add(new Polyline(way, { className: 'way', weight: 2, dashArray: '6 6', interactive: false })),
  )
  if (corners.value.length)
    add(new Polygon(corners.value, { className: 'drawn', weight: 2, interactive: false }))
  corners.value.forEach((corner) =>
    add(
      new CircleMarker(corner, { radius: 5, className: 'picked', weight: 2, interactive: false }),
    ),
  )
  const words = new Map<string, string>()
  places.forEach((place, index) => {
    const key = latLngOf(place).join()
    const word = place.label ?? String(index + 1)
    words.set(key, words.has(key) ? `${words.get(key)} ${word}` : word)
  })
  places.forEach((place) => {
    if (place.coarse) {
      const half = HALF_CELL_DEG / Math.cos((place.lat_deg * Math.PI) / 180)
      const cell: [LatLngTuple, LatLngTuple] = [
        [place.lat_deg - HALF_CELL_DEG, place.lon_deg - half],
        [place.lat_deg + HALF_CELL_DEG, place.lon_deg + half],
      ]
      add(new Rectangle(cell, { className: 'cell', weight: 2, interactive: false }))
    } else
      add(
        new CircleMarker(latLngOf(place), {
          radius: 9,
          className: 'spot',
          weight: 2,
          interactive: false,
        }),
      )
    add(
      new Marker(latLngOf(place), {
        interactive: false,
        keyboard: false,
        icon: new DivIcon({
          className: 'place-index',
          html: words.get(latLngOf(place).join()),
          iconSize: [60, 18],
          iconAnchor: [30, 9],
        }),
      }),
    )
  })
  if (picked.value)
    add(
      new CircleMarker(latLngOf(picked.value), {
        radius: 11,
        className: 'picked',
        weight: 3,
        interactive: false,
      }),
    )
  if (places.length && !props.drawable && !props.pickable)
    map.fitBounds(
      new LatLngBounds(places.map(latLngOf))
        .pad(places.length > 2 ? 0.05 : 0.5)
        .extend(around(places[0]!)),
      { maxZoom: 11 },
    )
}

function add(layer: Layer) {
  layers.push(layer.addTo(map!))
}

const nearer = (by: number) => map?.setZoom(map.getZoom() + by)
const latLngOf = (place: PickedPlace): LatLngTuple => [place.lat_deg, place.lon_deg]
/** Enough of the coast to know where one is. */
const around = (place: PickedPlace) =>
  new LatLngBounds(
    [place.lat_deg - 0.12, place.lon_deg - 0.18],
    [place.lat_deg + 0.12, place.lon_deg + 0.18],
  )
const round = (degrees: number) => Math.round(degrees * 1e5) / 1e5
const wrap = (lon: number) => ((((lon + 180) % 360) + 360) % 360) - 180
</script>

<template>
  <div class="around">
    <div ref="box" class="map" role="application" :aria-label="label"></div>
    <div class="zoom">
      <button type="button" class="quiet" @click="nearer(1)">
        {{ t('common.leafletMap.zoomIn') }}
      </button>
      <button type="button" class="quiet" @click="nearer(-1)">
        {{ t('common.leafletMap.zoomOut') }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.around {
  position: relative;
  width: 100%;
  height: 100%;
}
.zoom {
  position: absolute;
  right: var(--gap-2);
  bottom: var(--gap-2);
  display: flex;
  gap: var(--gap-1);
}
.map :deep(.drawn) {
  fill: var(--sea);
  fill-opacity: 0.7;
  stroke: var(--kelp);
}
.map {
  width: 100%;
  height: 100%;
  min-height: 240px;
  background: var(--sea);
  border: 1px solid var(--line);
  border-radius: var(--round);
  font-family: var(--font);
  z-index: 0;
}
.map :deep(.coast) {
  fill: var(--land);
  fill-opacity: 1;
  stroke: var(--land-edge);
}
.map :deep(.lough) {
  fill: var(--sea);
}
.map :deep(.ledge) {
  fill: none;
  stroke: var(--sea-deep);
  stroke-dasharray: 3 3;
}
.map :deep(.wall) {
  fill: none;
  stroke-width: 3;
}
.map :deep(.place-name) {
  color: var(--ink-soft);
  font-size: 12px;
  font-style: italic;
  text-align: center;
  white-space: nowrap;
}
.map :deep(.island) {
  font-style: normal;
  font-size: 13px;
  letter-spacing: 0.04em;
}
.map.far :deep(.place-name:not(.island)) {
  display: none;
}
.map :deep(.place-index) {
  font-family: var(--font-figures);
  font-weight: 700;
  font-size: 13px;
  text-align: center;
  color: var(--on-oilskin);
}
.map :deep(.cell),
.map :deep(.spot) {
  fill: var(--oilskin);
  fill-opacity: 0.85;
  stroke: var(--ink);
}
.map :deep(.way) {
  fill: none;
  stroke: var(--ink);
}
.map :deep(.picked) {
  fill: var(--oilskin);
  fill-opacity: 0.6;
  stroke: var(--ink);
}
.map :deep(.leaflet-control-scale-line) {
  background: color-mix(in srgb, var(--sheet) 80%, transparent);
  color: var(--ink);
  border-color: var(--ink);
}
</style>
