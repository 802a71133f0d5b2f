<script setup lang="ts">
import { computed } from 'vue'
import { lengthText, type Units } from '@/format/units'
import { t } from '@/words/finds'

/** Where 95 % of such fish would be in length by the day of the report, and what was reported. */
const props = defineProps<{
  range: { day: number; low_mm: number; high_mm: number }[]
  reportedMm: number | null
  reportedMarginMm: number | null
  releasedMm: number | null
  releasedMarginMm: number | null
  units: Units
  /** Of the programme's own growth curve; null while the house rule stands. */
  growthVersion: number | null
}>()
const W = 360
const H = 168
const PAD = { left: 62, right: 14, top: 12, bottom: 40 }
const days = computed(() => Math.max(1, props.range.at(-1)!.day))
const error = computed(() => props.reportedMarginMm ?? 0)
const bounds = computed(() => {
  const all = props.range.flatMap((span) => [span.low_mm, span.high_mm])
  if (props.reportedMm !== null)
    all.push(props.reportedMm - error.value, props.reportedMm + error.value)
  return [Math.min(...all), Math.max(...all)] as const
})
/** Round lengths and days along the axes. */
function ticks(low: number, high: number) {
  const rough = (high - low) / 4
  const power = 10 ** Math.floor(Math.log10(Math.max(rough, 1)))
  const step = power * ([1, 2, 5, 10].find((factor) => factor * power >= rough) ?? 10)
  const first = Math.ceil(low / step) * step
  return Array.from(
    { length: Math.max(0, Math.floor((high - first) / step) + 1) },
    (_, index) => first + index * step,
  )
}
const lengthTicks = computed(() => ticks(...bounds.value))
const dayTicks = computed(() => ticks(0, days.value))
const releasedError = computed(() => props.releasedMarginMm ?? 0)
const x = (day: number) => PAD.left + (day / days.value) * (W - PAD.left - PAD.right)
const y = (mm: number) =>
  H -
  PAD.bottom -
  ((mm - bounds.value[0]) / Math.max(1, bounds.value[1] - bounds.value[0])) *
    (H - PAD.top - PAD.bottom)
const band = computed(() => {
  const top = props.range.map((span) => `${x(span.day)} ${y(span.high_mm)}`)
  const bottom = props.range.map((span) => `${x(span.day)} ${y(span.low_mm)}`).reverse()
  return `M${[...top, ...bottom].join('L')}Z`
})
const last = computed(() => props.range.at(-1)!)
const words = computed(() => {
  const [low, high] = [last.value.low_mm, last.value.high_mm].map((mm) =>
    lengthText(mm, props.units),
  )
  const answer =
    props.reportedMm === null
      ? t('finds.expectedLength.noLengthWasReported')
      : t('finds.expectedLength.reported', { units: lengthText(props.reportedMm, props.units) })
  return t('finds.expectedLength.toExpectedAfterDays', {
    low,
    high,
    days: Math.round(days.value),
    answer,
  })
})
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="words">
      <path class="axis" :d="`M${PAD.left} ${PAD.top}V${H - PAD.bottom}H${W - PAD.right}`" />
      <g v-for="mm in lengthTicks" :key="`mm${mm}`">
        <path class="axis" :d="`M${PAD.left - 4} ${y(mm)}h4`" />
        <text :x="PAD.left - 7" :y="y(mm) + 5" text-anchor="end">{{ lengthText(mm, units) }}</text>
      </g>
      <g v-for="day in dayTicks" :key="`day${day}`">
        <path class="axis" :d="`M${x(day)} ${H - PAD.bottom}v4`" />
        <text :x="x(day)" :y="H - PAD.bottom + 18" text-anchor="middle">{{ day }}</text>
      </g>
      <text :x="(PAD.left + W) / 2" :y="H - 4" text-anchor="middle">
        {{ t('finds.expectedLength.daysSinceItWasTagged') }}
      </text>
      <path class="band" :d="band" />
      <path
        v-if="releasedMm !== null"
        class="error"
        :d="`M${x(0)} ${y(releasedMm - releasedError)}V${y(releasedMm + releasedError)}`"
      />
      <circle v-if="releasedMm !== null" :cx="x(0)" :cy="y(releasedMm)" r="5" class="released" />
      <g v-if="reportedMm !== null">
        <path class="error" :d="`M${x(days)} ${y(reportedMm - error)}V${y(reportedMm + error)}`" />
        <path class="reported" :d="`M${x(days) - 7} ${y(reportedMm)}l7 -7l7 7l-7 7z`" />
      </g>
    </svg>
    <figcaption>
      {{
        t('finds.expectedLength.theUprightLinesAreThe', {
          words,
          growth_version:
            growthVersion === null
              ? t('finds.expectedLength.theBandIsAHouse')
              : t('finds.expectedLength.theBandFollowsOurOwn', { growth_version: growthVersion }),
        })
      }}
    </figcaption>
  </figure>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 420px;
}
figcaption,
text {
  font-size: 15px;
  fill: var(--ink-soft);
}
.axis {
  fill: none;
  stroke: var(--line-strong);
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
