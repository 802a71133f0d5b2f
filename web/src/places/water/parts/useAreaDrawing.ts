import { LatLngBounds, Rectangle, type LatLng, type Map as LeafletMap } from 'leaflet'
import { onBeforeUnmount, ref } from 'vue'

/** South, west, north, east, as the filter has an area. */
export const sidesOf = (bounds: LatLngBounds) =>
  [bounds.getSouth(), bounds.getWest(), bounds.getNorth(), bounds.getEast()]
    .map((corner) => corner.toFixed(4))
    .join(',')

/** A rectangle drawn on a map by finger or mouse; Escape leaves it. */
export function useAreaDrawing(onDrawn: (area: string) => void) {
  const isDrawing = ref(false)
  let stop = () => {}

  function start(map: LeafletMap, colour: string) {
    stop()
    const box = map.getContainer()
    const ends = new AbortController()
    const { signal } = ends
    let from: LatLng | null = null
    let shape: Rectangle | null = null
    isDrawing.value = true
    map.dragging.disable()
    box.classList.add('drawing')
    stop = () => {
      ends.abort()
      shape?.remove()
      map.dragging.enable()
      box.classList.remove('drawing')
      isDrawing.value = false
      stop = () => {}
    }
    const ours = (event: PointerEvent) => {
      event.stopPropagation()
      event.preventDefault()
      return map.mouseEventToLatLng(event)
    }
    const options = { capture: true, signal }
    box.addEventListener(
      'pointerdown',
      (event) => {
        from = ours(event)
        shape?.remove()
        shape = new Rectangle(new LatLngBounds(from, from), {
          color: colour,
          weight: 2,
          dashArray: '6 4',
          interactive: false,
        }).addTo(map)
      },
      options,
    )
    box.addEventListener(
      'pointermove',
      (event) => {
        if (from) shape?.setBounds(new LatLngBounds(from, ours(event)))
      },
      options,
    )
    box.addEventListener(
      'pointerup',
      (event) => {
        if (!from) return
        const bounds = new LatLngBounds(from, ours(event))
        stop()
        if (bounds.getNorth() > bounds.getSouth() && bounds.getEast() > bounds.getWest())
          onDrawn(sidesOf(bounds))
      },
      options,
    )
    window.addEventListener('keydown', (event) => event.key === 'Escape' && stop(), { signal })
  }
  onBeforeUnmount(() => stop())
  return { isDrawing, start, stop: () => stop() }
}
