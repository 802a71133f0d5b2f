<script setup lang="ts">
import type { Trouble } from '@/api/refusal'
defineProps<{ trouble: Trouble | null }>()
</script>

<template>
  <p v-if="trouble" class="trouble" role="alert">{{ trouble.message }}</p>
</template>

<style scoped>
.trouble {
  border-left: 5px solid var(--rust);
  background: var(--rust-soft);
  padding: var(--gap-3) var(--gap-4);
  border-radius: 0 var(--round) var(--round) 0;
}
</style>
