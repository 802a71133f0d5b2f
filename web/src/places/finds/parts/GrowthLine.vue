<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { dateText, lengthText, type Units } from '@/format/units'
import { t } from '@/words/finds'

const props = defineProps<{
  catches: Schemas['Catch'][]
  kind: Schemas['LengthKind']
  units: Units
}>()

/** As wide as it is shown, so that its words stay readable on a phone. */
const isNarrow = useMediaQuery('(max-width: 640px)')
const width = computed(() => (isNarrow.value ? 380 : 720))
const H = 220
const PAD = { left: 70, right: 20, top: 16, bottom: 34 }
const DAY_MS = 86_400_000

const measured = computed(() =>
  props.catches.filter((caught) => caught.length_mm !== null && caught.length_kind === props.kind),
)
const points = computed(() => {
  const days = measured.value.map((caught) => Date.parse(caught.caught_on) / DAY_MS)
  const bounds = measured.value.flatMap((caught) => [
    caught.length_mm! - caught.length_margin_mm!,
    caught.length_mm! + caught.length_margin_mm!,
  ])
  const low = Math.min(...bounds)
  const high = Math.max(...bounds)
  const x = (day: number) =>
    PAD.left +
    ((day - days[0]!) / Math.max(1, days.at(-1)! - days[0]!)) * (width.value - PAD.left - PAD.right)
  const y = (mm: number) =>
    H - PAD.bottom - ((mm - low) / Math.max(1, high - low)) * (H - PAD.top - PAD.bottom)
  return measured.value.map((caught, index) => ({
    caught,
    x: x(days[index]!),
    y: y(caught.length_mm!),
    top: y(caught.length_mm! + caught.length_margin_mm!),
    bottom: y(caught.length_mm! - caught.length_margin_mm!),
    anchor: index === 0 ? 'start' : index === measured.value.length - 1 ? 'end' : 'middle',
  }))
})
/**
 * Words that would lie on each other are left out or moved below; the first and the last always
 * stand.
 */
const NEAR = 130
const dated = computed(() => {
  const shown: number[] = []
  const last = points.value.length - 1
  points.value.forEach((point, index) => {
    const clear = [...shown, last].every(
      (other) => other === index || Math.abs(points.value[other]!.x - point.x) >= NEAR,
    )
    if (index === 0 || index === last || clear) shown.push(index)
  })
  return new Set(shown)
})
/** Who stands near the one before goes to the other side of the line. */
const lower = computed(() => {
  const sides: boolean[] = []
  points.value.forEach((point, index) => {
    const before = points.value[index - 1]
    sides.push(before !== undefined && point.x - before.x < NEAR && !sides[index - 1])
  })
  return sides
})
const below = (index: number) => lower.value[index] ?? false
/** Beside its point, on the side where there is room. */
const label = (index: number) => {
  const point = points.value[index]!
  const next = points.value[index + 1]
  if (below(index)) return { x: point.x + 16, y: point.bottom + 18, anchor: 'end' }
  const isLeft = point.anchor === 'end' || (next !== undefined && next.x - point.x < NEAR)
  return { x: point.x + (isLeft ? -12 : 12), y: point.y - 10, anchor: isLeft ? 'end' : 'start' }
}
const path = computed(() =>
  points.value.map(({ x, y }, index) => `${index ? 'L' : 'M'}${x} ${y}`).join(''),
)
</script>

<template>
  <figure v-if="points.length > 1">
    <figcaption>
      <h2>{{ t('finds.growthLine.itsLength') }}</h2>
      <span class="soft">{{
        t('finds.growthLine.eachWithIts95Error', { kind, points: points.length })
      }}</span>
    </figcaption>
    <svg
      :viewBox="`0 0 ${width} ${H}`"
      role="img"
      :aria-label="
        points
          .map(
            ({ caught }) =>
              `${dateText(caught.caught_on)}: ${lengthText(caught.length_mm!, units)}`,
          )
          .join('; ')
      "
    >
      <path class="trend" :d="path" />
      <g v-for="(point, index) in points" :key="index">
        <path
          class="error"
          :d="
            `M${point.x} ${point.top}V${point.bottom}M${point.x - 7} ${point.top}h14` +
            `M${point.x - 7} ${point.bottom}h14`
          "
        />
        <circle :cx="point.x" :cy="point.y" r="6" />
        <text v-if="dated.has(index)" :x="point.x" :y="H - 8" :text-anchor="point.anchor">
          {{ dateText(point.caught.caught_on) }}
        </text>
        <text
          class="length"
          :x="label(index).x"
          :y="label(index).y"
          :text-anchor="label(index).anchor"
        >
          {{ lengthText(point.caught.length_mm!, units) }}
        </text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
figcaption {
  display: flex;
  gap: var(--gap-3);
  align-items: baseline;
  flex-wrap: wrap;
}
svg {
  width: 100%;
  max-width: 900px;
  overflow: visible;
}
.trend {
  fill: none;
  stroke: var(--kelp);
  stroke-width: 2.5;
}
.error {
  stroke: var(--ink);
  stroke-width: 1.5;
}
circle {
  fill: var(--oilskin);
  stroke: var(--ink);
  stroke-width: 1.5;
}
text {
  fill: var(--ink);
  font-size: 14px;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.length {
  font-family: var(--font-figures);
  font-weight: 700;
}
</style>
