<script setup lang="ts">
import type { AnimalPicture } from './guilds'

/** The layers of an animal, for any drawing that it stands in. */
const { picture, open = 0 } = defineProps<{
  picture: AnimalPicture
  /** How far the jaw opens, in degrees. */
  open?: number
}>()
</script>

<template>
  <g class="body-of-animal">
    <path
      v-if="picture.jaw && open"
      class="body"
      :d="picture.jaw.path"
      :transform="`rotate(${-open} ${picture.jaw.joint.join(' ')})`"
    />
    <path v-for="(layer, index) in picture.layers" :key="index" :class="layer.as" :d="layer.path" />
    <circle class="eye" :cx="picture.eye[0]" :cy="picture.eye[1]" :r="picture.eye[2]" />
    <circle class="dark" :cx="picture.eye[0]" :cy="picture.eye[1]" :r="picture.eye[2]! / 2" />
  </g>
</template>

<style scoped>
path,
circle {
  stroke: var(--ink);
  stroke-linejoin: round;
  stroke-linecap: round;
}
.fin {
  fill: color-mix(in srgb, var(--sea-deep) 30%, var(--sheet));
  stroke-width: 5;
}
.ray,
.line,
.gill,
.mouth,
.lateral,
.skin_line,
.leg {
  fill: none;
}
.ray {
  stroke-width: 2.5;
}
.spine {
  fill: var(--ink);
  stroke-width: 4;
}
.body {
  fill: color-mix(in srgb, var(--sea-deep) 55%, var(--sheet));
  stroke-width: 7;
}
.line,
.gill {
  stroke-width: 5;
}
.mouth {
  stroke-width: 6;
}
.lateral {
  stroke-width: 3;
  stroke-dasharray: 10 8;
}
.skin {
  fill: var(--ink);
  stroke: none;
  opacity: 0.22;
}
.skin_line {
  stroke-width: 3;
  opacity: 0.3;
}
.limb {
  fill: color-mix(in srgb, var(--sea-deep) 40%, var(--sheet));
  stroke-width: 6;
}
.leg {
  stroke-width: 16;
}
.plate,
.eye {
  fill: var(--sheet);
  stroke-width: 4;
}
.dark {
  fill: var(--ink);
  stroke: none;
}
</style>
