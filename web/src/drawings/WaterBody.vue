<script setup lang="ts">
/** Water from its surface down, across a scene of 640 units. */
defineProps<{ surface: number; bottom: number }>()
const WAVES = 't40 0'.repeat(15)
</script>

<template>
  <rect class="water" :y="surface" width="640" :height="bottom - surface" />
  <path class="surface" :d="`M0 ${surface}q20-7 40 0${WAVES}`" />
</template>

<style scoped>
.water {
  fill: var(--sea);
}
.surface {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
</style>
