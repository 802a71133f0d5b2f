<script setup lang="ts">
import type { Schemas } from '@/api/client'
defineProps<{ kind: Schemas['LengthKind'] }>()
</script>

<template>
  <svg viewBox="0 0 120 54" aria-hidden="true">
    <path v-if="kind === 'DW'" class="body" d="M60 4 112 26 60 44 8 26Z" />
    <ellipse v-else-if="kind === 'CW'" class="body" cx="60" cy="24" rx="46" ry="18" />
    <path v-else class="body" d="M6 24C22 8 58 4 86 20L112 6 104 24l8 18L86 28C58 44 22 40 6 24Z" />
    <path
      class="measure"
      :d="
        kind === 'FL'
          ? 'M6 50H104M6 45v9M104 24v30'
          : kind === 'TL'
            ? 'M6 50H112M6 45v9M112 6v48'
            : 'M10 50H110M10 45v9M110 45v9'
      "
    />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 150px;
}
.body {
  fill: var(--sea);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.measure {
  fill: none;
  stroke: var(--rust);
  stroke-width: 2;
}
</style>
