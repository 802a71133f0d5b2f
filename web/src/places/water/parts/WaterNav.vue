<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { TOPICS } from '../topics'

/** The pages of Water; the filter goes along from one to the next. */
const route = useRoute()
const pages = computed(() => [
  { path: '/water', title: 'Overview' },
  { path: '/water/map', title: 'Map' },
  ...Object.entries(TOPICS).map(([key, { title }]) => ({ path: `/water/${key}`, title })),
])
</script>

<template>
  <nav class="pages" aria-label="Water">
    <RouterLink
      v-for="one in pages"
      :key="one.path"
      :to="{ path: one.path, query: route.query }"
      :class="{ here: route.path === one.path }"
      >{{ one.title }}</RouterLink
    >
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
.pages a.here {
  font-weight: var(--weight-strong);
  box-shadow: inset 0 -3px 0 var(--kelp);
}
</style>
