<script setup lang="ts">
import { computed } from 'vue'
import { lengthText } from '@/format/units'

/** Where 95 % of such fish would be in length by the day of the report, and what was reported. */
const props = defineProps<{ range: { day: number; low_mm: number; high_mm: number }[]; reportedMm: number | null; reportedMarginMm: number | null; releasedMm: number | null }>()
const W = 360
const H = 112
const PAD = { left: 8, right: 14, top: 12, bottom: 22 }
const days = computed(() => Math.max(1, props.range.at(-1)!.day))
const error = computed(() => props.reportedMarginMm ?? 0)
const bounds = computed(() => {
  const all = props.range.flatMap((one) => [one.low_mm, one.high_mm])
  if (props.reportedMm !== null) all.push(props.reportedMm - error.value, props.reportedMm + error.value)
  return [Math.min(...all), Math.max(...all)] as const
})
const x = (day: number) => PAD.left + (day / days.value) * (W - PAD.left - PAD.right)
const y = (mm: number) => H - PAD.bottom - ((mm - bounds.value[0]) / Math.max(1, bounds.value[1] - bounds.value[0])) * (H - PAD.top - PAD.bottom)
const band = computed(() => {
  const top = props.range.map((one) => `${x(one.day)} ${y(one.high_mm)}`)
  const bottom = props.range.map((one) => `${x(one.day)} ${y(one.low_mm)}`).reverse()
  return `M${[...top, ...bottom].join('L')}Z`
})
const last = computed(() => props.range.at(-1)!)
const words = computed(() => {
  const expected = `${lengthText(last.value.low_mm)} to ${lengthText(last.value.high_mm)} expected after ${Math.round(days.value)} days`
  return `${expected}; ${props.reportedMm === null ? 'no length was reported' : `${lengthText(props.reportedMm)} reported`}.`
})
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="words">
      <path class="band" :d="band" />
      <circle v-if="releasedMm !== null" :cx="x(0)" :cy="y(releasedMm)" r="5" class="released" />
      <g v-if="reportedMm !== null">
        <path class="error" :d="`M${x(days)} ${y(reportedMm - error)}V${y(reportedMm + error)}`" />
        <path class="reported" :d="`M${x(days) - 7} ${y(reportedMm)}l7 -7l7 7l-7 7z`" />
      </g>
      <text :x="PAD.left" :y="H - 5">tagged</text>
      <text :x="W - PAD.right + 8" :y="H - 5" text-anchor="end">reported</text>
    </svg>
    <figcaption>{{ words }} The band is a house rule, not an estimate.</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  width: 100%;
  max-width: 420px;
}
figcaption,
text {
  font-size: 15px;
  fill: var(--ink-soft);
}
.band {
  fill: var(--kelp-soft);
  stroke: var(--kelp);
}
.released {
  fill: var(--kelp);
}
.reported {
  fill: var(--oilskin);
  stroke: var(--ink);
}
.error {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
