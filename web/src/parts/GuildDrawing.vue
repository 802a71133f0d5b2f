<script setup lang="ts">
import { computed } from 'vue'
import { GUILD_SHAPES } from './guildShapes'

const props = defineProps<{ guild: string; name: string }>()
const shape = computed(() => GUILD_SHAPES[props.guild] ?? GUILD_SHAPES.general!)
</script>

<template>
  <svg
    viewBox="-4 -8 330 178"
    role="img"
    :aria-label="`Drawing of a ${name} fish: hands, hazards, measure line and tag site`"
  >
    <path class="body" :d="shape.body" />
    <path class="detail" :d="shape.detail" />
    <circle class="eye" :cx="shape.eye[0]" :cy="shape.eye[1]" r="5" />
    <path
      class="measure"
      :d="`M${shape.measure[0]} 162H${shape.measure[1]}M${shape.measure[0]} 155v14M${shape.measure[1]} 155v14`"
    />
    <g v-for="([x, y], index) in shape.hold" :key="`hold${index}`" class="hold">
      <circle :cx="x" :cy="y" r="11" />
      <path :d="`M${x - 5} ${y + 4}v-6m3.3 6v-9m3.4 9v-9m3.3 9v-6`" />
    </g>
    <g v-for="([x, y], index) in shape.mind" :key="`mind${index}`" class="mind">
      <path :d="`M${x} ${y - 9}l9 16h-18z`" />
      <path class="bar" :d="`M${x} ${y - 3}v5`" />
    </g>
    <path
      v-if="shape.tag"
      class="tag"
      :d="`M${shape.tag[0]} ${shape.tag[1]}l-8-7m8 7h40a4 4 0 0 0 0-8h-36z`"
    />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 460px;
}
.body {
  fill: var(--sea);
  stroke: var(--ink);
  stroke-width: 1.8;
  stroke-linejoin: round;
}
.detail {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}
.eye {
  fill: var(--ink);
}
.measure {
  fill: none;
  stroke: var(--rust);
  stroke-width: 2;
}
.hold circle {
  fill: var(--kelp);
}
.hold path {
  stroke: var(--on-kelp);
  stroke-width: 1.6;
  fill: none;
}
.mind path {
  fill: var(--sheet);
  stroke: var(--rust);
  stroke-width: 2;
}
.tag {
  fill: var(--oilskin);
  stroke: var(--ink);
  stroke-width: 1.4;
}
</style>
