<script setup lang="ts">
import { TOOLS, type Tool } from './tools'

/** A hand or a tool, for any drawing that it stands in; a tenth of a unit is one of the sheet. */
defineProps<{ tool: Tool | string }>()
</script>

<template>
  <g transform="scale(0.1)">
    <path v-for="(shape, index) in TOOLS[tool]" :key="index" :class="shape.as" :d="shape.path" />
  </g>
</template>

<style scoped>
path {
  stroke: var(--ink);
  stroke-width: 22;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.hand {
  fill: color-mix(in srgb, var(--oilskin) 24%, var(--sheet));
}
.sleeve {
  fill: var(--kelp);
}
.steel,
.mesh,
.rim,
.mark {
  fill: none;
}
.steel {
  stroke-width: 36;
}
.blade {
  fill: var(--line-strong);
}
.grip {
  fill: color-mix(in srgb, var(--ink) 62%, var(--sheet));
}
.wood {
  fill: color-mix(in srgb, var(--sea-deep) 34%, var(--sheet));
}
.rim {
  stroke: var(--kelp);
  stroke-width: 56;
}
.mesh {
  stroke: var(--kelp);
  stroke-width: 14;
  opacity: 0.7;
}
.cloth {
  fill: color-mix(in srgb, var(--kelp) 40%, var(--sheet));
}
.tag {
  fill: var(--oilskin);
}
.cotton {
  fill: var(--sheet);
}
.lead {
  fill: var(--ink-soft);
}
</style>
