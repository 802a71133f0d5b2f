<script setup lang="ts">
import { computed } from 'vue'
import AnimalBody from '@/drawings/AnimalBody.vue'
import { pictureOf } from '@/drawings/guilds'
import WaterBody from '@/drawings/WaterBody.vue'
import { t } from '@/words/practice'

/** A plan as a picture: platform, thermometer, depth, the fish at its depth. */
const props = defineProps<{
  guild: string
  name: string
  tempC: number
  depthM: number
  platform: string
  words: string
}>()
const DEEPEST = 45
const SURFACE = 90
const y = computed(() => SURFACE + 60 + (props.depthM / DEEPEST) * 210)
const mercury = computed(() => Math.min(1, Math.max(0, props.tempC / 32)) * 90)
</script>

<template>
  <figure>
    <svg
      viewBox="0 0 640 400"
      role="img"
      :aria-label="`${name}, ${tempC} °C, ${depthM} m, ${platform}, ${words}`"
    >
      <rect class="sky" width="640" :height="SURFACE" />
      <WaterBody :surface="SURFACE" :bottom="400" />
      <path v-if="platform === 'boat'" class="solid" d="M60 62h150l-22 40H84z" />
      <path v-else-if="platform === 'kayak'" class="solid" d="M50 84q90-14 180 0q-90 30-180 0z" />
      <path
        v-else-if="platform === 'pier'"
        class="solid"
        d="M0 34h150v16H0zM24 50h12v300H24zM112 50h12v300h-12z"
      />
      <path v-else class="solid" d="M0 76q90 4 150 40l30 60-40 224H0z" />
      <path class="line" :d="`M170 40L420 ${y}`" />
      <g :transform="`translate(430 ${y}) scale(0.17)`">
        <AnimalBody :picture="pictureOf(guild)" />
      </g>
      <g transform="translate(590 120)">
        <rect class="glass" x="-12" y="-10" width="24" height="130" rx="12" />
        <rect class="mercury" x="-5" :y="100 - mercury" width="10" :height="mercury + 6" />
        <text y="146">{{ tempC.toFixed(1) }} °C</text>
      </g>
      <path class="depth" :d="`M330 ${SURFACE}V${y}m-8-12l8 12 8-12`" />
      <text class="metres" x="318" :y="(SURFACE + y) / 2">{{ depthM }} m</text>
    </svg>
    <figcaption>
      <b>{{ name }}</b>{{ t('practice.waterScene.fromA', { platform, words }) }}
    </figcaption>
  </figure>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 720px;
  border-radius: var(--round);
}
.sky {
  fill: var(--sheet);
}
.line,
.depth {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}
.line {
  stroke-width: 1.2;
}
.depth {
  stroke-dasharray: 6 5;
}
.solid {
  fill: var(--line-strong);
  stroke: var(--ink);
  stroke-width: 2;
}
.glass {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.mercury {
  fill: var(--rust);
}
text {
  fill: var(--ink);
  font-size: 22px;
  font-weight: 700;
  text-anchor: middle;
}
.metres {
  text-anchor: end;
}
</style>
