<script setup lang="ts">
import { computed } from 'vue'
import { t } from '@/words/text'
import AnimalBody from './AnimalBody.vue'
import type { CardStep } from './cards'
import { pictureOf } from './guilds'
import { TOOLS } from './tools'
import ToolShape from './ToolShape.vue'
import WaterBody from './WaterBody.vue'

/** One step of a technique card; what moves between two steps is seen moving. */
const { step, guild } = defineProps<{ step: CardStep; guild: string }>()
const picture = computed(() => pictureOf(guild))
const water = computed(() => step.pieces['water']?.[0] ?? null)
const line = computed(() => step.pieces['line'] ?? null)

const moved = ([x = 0, y = 0, turn = 0, scale = 1]: number[]) => ({
  transform: `translate(${x}px, ${y}px) rotate(${turn}deg) scale(${scale}, ${Math.abs(scale)})`,
})
const fish = computed(() => step.pieces['fish'] ?? null)
/** What the line goes to: the snout. */
const snout = computed(() => fish.value ?? [320, 180])

const tools = computed(() =>
  Object.entries(step.pieces).flatMap(([name, place]): [string, number[]][] =>
    place && name in TOOLS && name !== 'net' ? [[name, place]] : [],
  ),
)
const drops = computed(() => step.pieces['drops'] ?? null)
</script>

<template>
  <svg
    class="step"
    viewBox="0 0 640 360"
    role="img"
    :aria-label="t('common.techniqueStep.watch', { says: step.says, look: step.look })"
  >
    <WaterBody v-if="water !== null" :surface="water" :bottom="360" />
    <g v-if="step.pieces['board']" class="piece" :style="moved(step.pieces['board'])">
      <ToolShape tool="board" />
    </g>
    <g v-if="step.pieces['net']" class="piece" :style="moved(step.pieces['net'])">
      <ToolShape tool="net" />
    </g>
    <path v-if="line" class="line" :d="`M${line[0]} ${line[1]}L${snout[0]} ${snout[1]}`" />
    <g v-if="fish" class="piece" :style="moved(fish)">
      <AnimalBody :picture="picture" :open="step.open" />
    </g>
    <g
      v-for="[name, place] in tools.filter(([one]) => one !== 'board')"
      :key="name"
      class="piece"
      :style="moved(place)"
    >
      <ToolShape :tool="name" />
    </g>
    <g v-if="drops" class="drops" :style="moved(drops)">
      <path d="M0 0q-9 14 0 18t0-18zM26 10q-9 14 0 18t0-18zM52 0q-9 14 0 18t0-18z" />
    </g>
    <g class="piece" :style="moved([step.at[0]!, step.at[1]!, 0, 1])">
      <circle class="look" r="34" />
    </g>
  </svg>
</template>

<style scoped>
.step {
  width: 100%;
  border: 1px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
.piece {
  transition: transform 0.8s ease-in-out;
}
@media (prefers-reduced-motion: reduce) {
  .piece {
    transition: none;
  }
}
.drops path {
  fill: var(--sea-deep);
}
.look {
  fill: none;
  stroke: var(--rust);
  stroke-width: 5;
  stroke-dasharray: 10 8;
}
</style>
