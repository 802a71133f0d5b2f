<script setup lang="ts">
import type { LocationQueryRaw } from 'vue-router'

/** The pages of one place, above each of them. */
defineProps<{
  label: string
  pages: Record<string, string>
  /** What goes along from page to page. */
  query?: LocationQueryRaw
}>()
</script>

<template>
  <nav class="pages" :aria-label="label">
    <RouterLink v-for="(title, path) in pages" :key="path" :to="{ path, query }">{{
      title
    }}</RouterLink>
  </nav>
</template>

<style scoped>
.pages {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-4);
  border-bottom: 1px solid var(--line);
}
.pages a {
  min-height: 40px;
  display: flex;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
}
.pages a.router-link-exact-active {
  font-weight: var(--weight-strong);
  box-shadow: inset 0 -3px 0 var(--kelp);
}
</style>
