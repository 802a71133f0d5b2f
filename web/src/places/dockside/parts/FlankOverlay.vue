<script setup lang="ts">
import { onMounted, ref, useTemplateRef, watch } from 'vue'
import type { Overlay } from '@/api/flanks'
import { t } from '@/words/dockside'
import { meshMatrix, meshTriangles } from '../meshMatrix'
import type { Point } from '../useMarks'

/** The first picture, and over it the second in its shape, as far as the slider uncovers it. */
const { overlay, firstId, secondId } = defineProps<{
  overlay: Overlay
  firstId: string
  secondId: string
}>()
const WIDTH_PX = 1200
/** Each piece reaches so far over its neighbours, as a share of itself, that no seam is seen. */
const OVERLAP = 1 / 16
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const share = ref(50)
const pictures = [new Image(), new Image()] as const

function draw() {
  const context = canvas.value?.getContext('2d')
  if (!context || !pictures.every((picture) => picture.complete && picture.naturalWidth)) return
  const first = overlay.first as Point[]
  const [left, top] = first[0]!
  const [right, bottom] = first.at(-1)!
  const scale = WIDTH_PX / (right - left)
  const { canvas: sheet } = context
  sheet.width = WIDTH_PX
  sheet.height = Math.round((bottom - top) * scale)
  const place = ([x, y]: Point): Point => [(x - left) * scale, (y - top) * scale]
  context.drawImage(
    pictures[0],
    -left * scale,
    -top * scale,
    pictures[0].naturalWidth * scale,
    pictures[0].naturalHeight * scale,
  )
  const edge = (WIDTH_PX * share.value) / 100
  context.save()
  context.beginPath()
  context.rect(edge, 0, WIDTH_PX - edge, sheet.height)
  context.clip()
  context.clearRect(edge, 0, WIDTH_PX - edge, sheet.height)
  for (const corners of meshTriangles(overlay.columns, overlay.rows))
    piece(
      context,
      corners.map((at) => overlay.second[at] as Point),
      corners.map((at) => place(first[at]!)),
    )
  context.restore()
  context.fillStyle = '#ffd84d'
  context.fillRect(edge - 2, 0, 4, sheet.height)
}
function piece(context: CanvasRenderingContext2D, from: Point[], to: Point[]) {
  const middle = [0, 1].map((axis) => to.reduce((sum, point) => sum + point[axis]!, 0) / 3) as Point
  context.save()
  context.beginPath()
  for (const point of to)
    context.lineTo(...(point.map((at, axis) => at + (at - middle[axis]!) * OVERLAP) as Point))
  context.clip()
  context.setTransform(...meshMatrix(from, to))
  context.drawImage(pictures[1], 0, 0)
  context.restore()
}
onMounted(() => {
  for (const picture of pictures) picture.addEventListener('load', draw)
  pictures[0].src = `/api/photos/${firstId}/shown`
  pictures[1].src = `/api/photos/${secondId}/shown`
})
watch(() => [overlay, share.value], draw)
</script>

<template>
  <figure class="overlay">
    <canvas ref="canvas" role="img" :aria-label="t('dockside.flanks.overlay')" />
    <label
      >{{ t('dockside.flanks.slider') }}
      <input v-model.number="share" type="range" min="0" max="100" />
    </label>
  </figure>
</template>

<style scoped>
.overlay {
  margin: 0;
  display: grid;
  gap: var(--gap-2);
}
canvas {
  width: 100%;
  border-radius: var(--round);
  background: var(--ink);
}
input {
  display: block;
  width: 100%;
  min-height: 44px;
  accent-color: var(--ink);
}
</style>
