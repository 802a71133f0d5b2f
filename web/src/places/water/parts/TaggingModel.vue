<script setup lang="ts">
import { t } from '@/words/water'
/** What belongs to what, as one drawing. */
const BOXES = [
  { name: t('water.taggingModel.trip'), x: 4, y: 10 },
  { name: t('water.taggingModel.catch'), x: 250, y: 10 },
  { name: t('water.taggingModel.fish'), x: 496, y: 10 },
  { name: t('water.taggingModel.tag'), x: 496, y: 110 },
  { name: t('water.taggingModel.species'), x: 250, y: 110 },
]
const LINES = [
  { d: 'M144 34H250', single: [156, 28], many: [234, 28] },
  { d: 'M496 34H390', single: [484, 28], many: [406, 28] },
  { d: 'M566 58V110', single: [578, 76], many: [578, 104] },
  { d: 'M320 110V58', single: [332, 104], many: [332, 76] },
] as const
</script>

<template>
  <svg viewBox="0 0 640 164" role="img" :aria-label="t('water.taggingModel.aTripHasManyCatches')">
    <g v-for="box in BOXES" :key="box.name">
      <rect :x="box.x" :y="box.y" width="140" height="48" rx="6" />
      <text class="name" :x="box.x + 70" :y="box.y + 30">{{ box.name }}</text>
    </g>
    <g v-for="line in LINES" :key="line.d">
      <path :d="line.d" />
      <text :x="line.single[0]" :y="line.single[1]">1</text>
      <text :x="line.many[0]" :y="line.many[1]">n</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 560px;
}
rect {
  fill: var(--kelp-soft);
  stroke: var(--kelp);
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
text {
  font-size: 14px;
  text-anchor: middle;
  fill: var(--ink);
}
.name {
  font-size: 18px;
}
</style>
