<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '@/words/dockside'
import type { Placed, Point } from '../useMarks'

/**
 * The picture with its marks: wheel, pinch or keys zoom, a drag pans or moves a mark, a touch
 * places the next one.
 */
const { bench, photo } = defineProps<{
  bench: Placed
  photo: { id: string; shown_width_px: number; shown_height_px: number }
}>()
const { fixed, marks, selected } = bench
const svg = ref<SVGSVGElement | null>(null)
const view = ref({ x: 0, y: 0, width: photo.shown_width_px })
const CLOSEST_PX = 60
const SLACK_PX = 6
const height = computed(() => (view.value.width * photo.shown_height_px) / photo.shown_width_px)
const box = computed(() => `${view.value.x} ${view.value.y} ${view.value.width} ${height.value}`)
/** One screen pixel in the picture's pixels, for marks that stay the same size. */
const unit = computed(() => view.value.width / 800)
/** Four short strokes around a mark, open in the middle. */
function crossPath(x = 0, y = 0) {
  const [near, far] = [3 * unit.value, 11 * unit.value]
  return (
    `M${x - far} ${y}H${x - near}M${x + near} ${y}H${x + far}` +
    `M${x} ${y - far}V${y - near}M${x} ${y + near}V${y + far}`
  )
}

function toPicture(event: { clientX: number; clientY: number }): Point {
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(
    svg.value!.getScreenCTM()!.inverse(),
  )
  return [point.x, point.y]
}
function zoom(
  factor: number,
  around: Point = [view.value.x + view.value.width / 2, view.value.y + height.value / 2],
) {
  const width = Math.min(photo.shown_width_px, Math.max(CLOSEST_PX, view.value.width / factor))
  const share = width / view.value.width
  const x = around[0] - (around[0] - view.value.x) * share
  const y = around[1] - (around[1] - view.value.y) * share
  const tall = (width * photo.shown_height_px) / photo.shown_width_px
  view.value = {
    x: Math.min(Math.max(x, 0), photo.shown_width_px - width),
    y: Math.min(Math.max(y, 0), photo.shown_height_px - tall),
    width,
  }
}
function pan(dx: number, dy: number) {
  view.value = {
    ...view.value,
    x: Math.min(Math.max(view.value.x + dx, 0), photo.shown_width_px - view.value.width),
    y: Math.min(Math.max(view.value.y + dy, 0), photo.shown_height_px - height.value),
  }
}

const fingers = new Map<number, { clientX: number; clientY: number }>()
let start: {
  clientX: number
  clientY: number
  moved: boolean
  mark: { list: 'corners' | 'scale' | 'fish'; at: number } | null
} | null = null
let spread = 0
const apart = () => {
  const [first, other] = [...fingers.values()]
  return first && other
    ? Math.hypot(first.clientX - other.clientX, first.clientY - other.clientY)
    : 0
}
function down(event: PointerEvent) {
  svg.value?.focus({ preventScroll: true })
  svg.value?.setPointerCapture(event.pointerId)
  fingers.set(event.pointerId, event)
  const name = (event.target as Element).getAttribute('data-mark')?.split(' ')
  start = {
    clientX: event.clientX,
    clientY: event.clientY,
    moved: false,
    mark: name ? { list: name[0] as 'fish', at: Number(name[1]) } : null,
  }
  spread = apart()
}
function move(event: PointerEvent) {
  const before = fingers.get(event.pointerId)
  if (!before || !start) return
  fingers.set(event.pointerId, event)
  if (fingers.size > 1) {
    start.moved = true
    const now = apart()
    if (spread && now) zoom(now / spread, toPicture(event))
    spread = now
    return
  }
  if (
    !start.moved &&
    Math.hypot(event.clientX - start.clientX, event.clientY - start.clientY) < SLACK_PX
  )
    return
  if (!start.moved && start.mark) bench.remember()
  start.moved = true
  if (start.mark) return bench.moveTo(start.mark.list, start.mark.at, toPicture(event))
  const [x, y] = toPicture(event)
  const [fromX, fromY] = toPicture(before)
  pan(fromX - x, fromY - y)
}
function up(event: PointerEvent) {
  fingers.delete(event.pointerId)
  if (!start || fingers.size) return
  if (!start.moved) {
    if (start.mark) selected.value = start.mark
    else bench.place(toPicture(event))
  }
  start = null
}

const STEPS: Record<string, Point> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function key(event: KeyboardEvent) {
  const step = STEPS[event.key]
  const far = event.shiftKey ? 10 : 1
  if (step && selected.value) bench.nudge(step[0] * far, step[1] * far)
  else if (step) pan((step[0] * view.value.width) / 20, (step[1] * view.value.width) / 20)
  else if (event.key === '+' || event.key === '=') zoom(1.4)
  else if (event.key === '-') zoom(1 / 1.4)
  else if (event.key === '0') view.value = { x: 0, y: 0, width: photo.shown_width_px }
  else if (event.key === 'm')
    bench.place([view.value.x + view.value.width / 2, view.value.y + height.value / 2])
  else if (event.key === '[') bench.turn(-1)
  else if (event.key === ']') bench.turn(1)
  else if (event.key === 'Backspace' || event.key === 'Delete') bench.remove()
  else if (event.key === 'u' || (event.key === 'z' && (event.ctrlKey || event.metaKey)))
    bench.undo()
  else if (event.key === 'Escape') selected.value = null
  else return
  event.preventDefault()
}
const is = (list: string, index: number) =>
  selected.value?.list === list && selected.value.at === index
const line = (points: Point[]) => points.map((point) => point.join(',')).join(' ')
</script>

<template>
  <div class="view">
    <svg
      ref="svg"
      :viewBox="box"
      tabindex="0"
      role="application"
      :aria-label="t('dockside.benchView.thePhotoMMarksIts')"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="up"
      @wheel.prevent="zoom($event.deltaY < 0 ? 1.2 : 1 / 1.2, toPicture($event))"
      @keydown="key"
    >
      <image
        :href="`/api/photos/${photo.id}/shown`"
        :width="photo.shown_width_px"
        :height="photo.shown_height_px"
      />
      <polygon
        v-if="marks.corners.length === 4 && fixed === 'corners'"
        class="frame"
        :points="line(marks.corners)"
        :stroke-width="2 * unit"
      />
      <polyline
        v-if="fixed === 'scale'"
        class="frame"
        :points="line(marks.scale)"
        :stroke-width="2 * unit"
      />
      <polyline class="fish" :points="line(marks.fish)" :stroke-width="2.5 * unit" />
      <g v-for="list in [fixed, 'fish'] as const" :key="list">
        <g
          v-for="(point, index) in marks[list]"
          :key="index"
          :class="['mark', list, { on: is(list, index) }]"
        >
          <circle
            class="touch"
            :data-mark="`${list} ${index}`"
            :cx="point[0]"
            :cy="point[1]"
            :r="18 * unit"
          />
          <path
            :d="crossPath(point[0], point[1])"
            :stroke-width="(is(list, index) ? 4 : 2.5) * unit"
          />
        </g>
      </g>
      <path
        v-if="!selected"
        class="middle"
        :d="
          `M${view.x + view.width / 2 - 8 * unit} ${view.y + height / 2}h${16 * unit}` +
          `M${view.x + view.width / 2} ${view.y + height / 2 - 8 * unit}v${16 * unit}`
        "
        :stroke-width="1.5 * unit"
      />
    </svg>
    <div class="zoom">
      <button type="button" :aria-label="t('dockside.benchView.zoomIn')" @click="zoom(1.6)">
        +
      </button>
      <button type="button" :aria-label="t('dockside.benchView.zoomOut')" @click="zoom(1 / 1.6)">
        −
      </button>
      <button type="button" @click="view = { x: 0, y: 0, width: photo.shown_width_px }">
        {{ t('dockside.benchView.fit') }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.view {
  position: relative;
}
svg {
  display: block;
  width: 100%;
  max-height: max(300px, calc(100vh - 170px));
  background: var(--ink);
  border-radius: var(--round);
  touch-action: none;
  cursor: crosshair;
}
.frame,
.fish {
  fill: none;
  stroke: #ffd84d;
  pointer-events: none;
}
.fish {
  stroke: #ffffff;
}
.touch {
  fill: transparent;
  cursor: move;
}
.mark path,
.middle {
  stroke: #ffd84d;
  pointer-events: none;
  paint-order: stroke;
}
.mark.fish path {
  stroke: #ffffff;
}
.mark.on .touch {
  fill: rgb(255 255 255 / 25%);
}
.middle {
  stroke: #ffffff;
}
.zoom {
  position: absolute;
  right: 8px;
  bottom: 8px;
  display: flex;
  gap: 6px;
}
.zoom button {
  min-width: 44px;
  height: 44px;
  border: 1px solid var(--ink);
  border-radius: 10px;
  background: var(--sheet);
  cursor: pointer;
}
</style>
