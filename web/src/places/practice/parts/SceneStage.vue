<script setup lang="ts">
import { computed } from 'vue'
import AnimalBody from '@/drawings/AnimalBody.vue'
import { pictureOf } from '@/drawings/guilds'
import ToolShape from '@/drawings/ToolShape.vue'
import WaterBody from '@/drawings/WaterBody.vue'
import type { LandingState } from '@/practice/practice'
import { t } from '@/words/practice'

/** What is seen: rod, line and fish; then net, water or air. Tension is seen in the rod alone. */
const props = defineProps<{
  state: LandingState
  guild: string
  keyOfScene: string
}>()
const picture = computed(() => pictureOf(props.guild))
const SURFACE = 120
const NEAR_X = 150
const A_METRE = 22
const x = computed(() => Math.min(470, NEAR_X + props.state.distance_m * A_METRE))
const y = computed(() => SURFACE + 60 + (props.state.mode === 'bore' ? 50 : 14))
/** Then a hand is on it. */
const isOut = computed(() => props.state.phase === 'air')
const fight = computed(() => props.state.phase === 'fight')
const tipX = 150
const tipY = computed(() => 30 + 44 * Math.min(1, props.state.tension))
/** Small in the distance, large in the hands; the snout where it is. */
const FAR_SIZE = 170
const NEAR_SIZE = 350
const AIR_SIZE = 290
const place = computed(() => {
  const [, , width, height] = picture.value.box as [number, number, number, number]
  const size = fight.value ? FAR_SIZE : isOut.value ? AIR_SIZE : NEAR_SIZE
  const tall = (size * height) / width
  const middle = fight.value ? y.value : isOut.value ? 64 : 190
  return { x: fight.value ? x.value : 200, y: middle - tall / 2, width: size, height: tall }
})
const tight = computed(() => Math.round(props.state.tension * 100))
</script>

<template>
  <svg
    class="stage"
    viewBox="0 0 640 300"
    role="img"
    :aria-label="
      fight
        ? t('practice.sceneStage.theFishIsMAway', {
            distance_m: state.distance_m.toFixed(1),
            tight,
          })
        : isOut
          ? t('practice.sceneStage.theFishIsOutOf')
          : t('practice.sceneStage.theFishIsInThe')
    "
  >
    <rect class="sky" width="640" :height="SURFACE" />
    <WaterBody :surface="SURFACE" :bottom="300" />
    <path
      class="ground"
      :d="keyOfScene === 'wall' ? 'M0 20h90v280H0z' : 'M0 110q60 0 110 50v140H0z'"
    />
    <template v-if="fight">
      <path class="rod" :d="`M40 118Q${70 + 20 * state.tension} 20 ${tipX} ${tipY}`" />
      <path class="line" :class="{ strained: state.strained }" :d="`M${tipX} ${tipY}L${x} ${y}`" />
      <text x="630" y="30">{{ state.distance_m.toFixed(1) }} m</text>
      <g v-if="state.mode === 'run'" class="spray">
        <path :d="`M${x + 150} ${y - 20}l26-14M${x + 158} ${y}h30M${x + 150} ${y + 18}l26 12`" />
      </g>
    </template>
    <template v-else>
      <g v-if="!isOut" transform="translate(372 160) scale(1.9 1.25)">
        <ToolShape tool="net" />
      </g>
      <g v-if="isOut" transform="translate(186 112) scale(2.2 0.8)">
        <ToolShape tool="board" />
      </g>
    </template>
    <svg v-bind="place" :viewBox="picture.box.join(' ')"><AnimalBody :picture="picture" /></svg>
    <g v-if="isOut" transform="translate(330 84)"><ToolShape tool="hand" /></g>
  </svg>
</template>

<style scoped>
.stage {
  width: 100%;
  max-width: 760px;
  max-height: 38vh;
  border-radius: var(--round);
  border: 1px solid var(--line);
}
.sky {
  fill: var(--sheet);
}
.ground {
  fill: var(--line-strong);
}
.rod {
  fill: none;
  stroke: var(--ink);
  stroke-width: 5;
  stroke-linecap: round;
}
.line,
.spray path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.line.strained {
  stroke: var(--rust);
  stroke-width: 2.6;
}
.spray path {
  stroke-width: 3;
}
text {
  fill: var(--ink);
  font-size: 22px;
  text-anchor: end;
  font-weight: 700;
}
</style>
