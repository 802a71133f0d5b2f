<script setup lang="ts">
import { computed } from 'vue'
import AnimalBody from './AnimalBody.vue'
import type { CardStep } from './cards'
import { pictureOf } from './guilds'

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

/** Each tool about its own point: where it touches. */
const TOOLS: Record<string, string> = {
  hand: 'M0 0c-8-20 6-34 16-30l8 24 6-30c4-8 14-6 14 4l-2 28 10-24c4-8 14-4 12 6l-8 30 12-14c6-6 14 0 10 8l-16 34c-8 18-34 20-46 4z',
  hand_two:
    'M0 0c-8-20 6-34 16-30l8 24 6-30c4-8 14-6 14 4l-2 28 10-24c4-8 14-4 12 6l-8 30 12-14c6-6 14 0 10 8l-16 34c-8 18-34 20-46 4z',
  hook: 'M0-24v20a10 10 0 1 0 20 0v-4l-5 5m5-5l4 6M0-24a4 4 0 1 1 .1-.1',
  hook_two: 'M0-24v20a10 10 0 1 0 20 0v-4l-5 5m5-5l4 6M0-24a4 4 0 1 1 .1-.1',
  remover: 'M0 0h96l14-12h14m-28 12l14 12h10M-64-10h64v20h-64z',
  forceps: 'M120-6L10-14a24 16 0 1 0 0 6l110 6zM120 6L10 14a24 16 0 1 1 0-6l110-6z',
  cutters: 'M84-2l22-10 4 8-18 6 18 6-4 8-22-10-84 22v-12l74-12-74-12v-12z',
  applicator: 'M0 0l-70 40-8-12 66-38zM-70 40l-24 14',
  streamer: 'M0 0l14-6h54a8 8 0 0 1 0 16H16z',
  board: 'M0-12h150v24H0zM0-40h10v52H0z',
  net: 'M-110-10q110 34 220 0M-110-10q14 104 110 104t110-104M110-12l90-60',
  sling: 'M-190-30q190 90 380 0l-10 16q-180 84-360 0z',
  weight: 'M-4-60h8v40h14v44h-36v-44h14z',
  swab: 'M0 0q-16 10-10 24t26 4 4-28-20 0m14-4l60-60',
}
const tools = computed(() =>
  Object.entries(step.pieces).filter(([name]) => name in TOOLS && name !== 'net'),
)
const drops = computed(() => step.pieces['drops'] ?? null)
</script>

<template>
  <svg
    class="step"
    viewBox="0 0 640 360"
    role="img"
    :aria-label="`${step.says} Look: ${step.look}.`"
  >
    <rect v-if="water !== null" class="water" :y="water" width="640" :height="360 - water" />
    <path
      v-if="water !== null"
      class="surface"
      :d="`M0 ${water}q20-7 40 0t40 0 40 0 40 0 40 0 40 0 40 0 40 0 40 0 40 0 40 0 40 0 40 0 40 0 40 0 40 0`"
    />
    <g v-if="step.pieces['board']" class="piece" :style="moved(step.pieces['board'])">
      <path class="tool board" :d="TOOLS['board']" />
    </g>
    <g v-if="step.pieces['net']" class="piece" :style="moved(step.pieces['net'])">
      <path class="net" :d="TOOLS['net']" />
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
      <path class="tool" :class="name" :d="TOOLS[name]" />
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
.water {
  fill: var(--sea);
}
.surface,
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
.tool {
  fill: var(--line-strong);
  stroke: var(--ink);
  stroke-width: 3;
  stroke-linejoin: round;
}
.hand,
.hand_two {
  fill: color-mix(in srgb, var(--oilskin) 26%, var(--sheet));
}
.hook,
.hook_two {
  fill: none;
  stroke-width: 4;
}
.streamer {
  fill: var(--oilskin);
}
.board {
  fill: var(--sea-deep);
}
.net {
  fill: none;
  stroke: var(--kelp);
  stroke-width: 6;
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
