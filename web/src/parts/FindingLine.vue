<script setup lang="ts">
import type { Schemas } from '@/api/client'
import VerdictMark from './VerdictMark.vue'
defineProps<{ finding: Schemas['Finding'] }>()
</script>

<template>
  <p class="finding">
    <VerdictMark :verdict="finding.verdict" />
    <span
      >{{ finding.text }} <small class="soft">{{ finding.source }}</small></span
    >
  </p>
</template>

<style scoped>
.finding {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: var(--gap-2);
  line-height: 1.3;
}
small {
  white-space: nowrap;
}
</style>
