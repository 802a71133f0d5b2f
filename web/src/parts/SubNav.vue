<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { LocationQueryRaw } from 'vue-router'

/** The pages of one place, above each of them. */
defineProps<{
  label: string
  pages: Record<string, string>
  /** What goes along from page to page. */
  query?: LocationQueryRaw
}>()

const bar = ref<HTMLElement>()
onMounted(() => {
  const current = bar.value?.querySelector<HTMLElement>('.router-link-exact-active')
  if (bar.value && current) bar.value.scrollLeft = current.offsetLeft - bar.value.offsetLeft - 40
})
</script>

<template>
  <nav ref="bar" class="pages" :aria-label="label">
    <RouterLink v-for="(title, path) in pages" :key="path" :to="{ path, query }">{{
      title
    }}</RouterLink>
  </nav>
</template>

<style scoped>
.pages {
  display: flex;
  gap: 0 var(--gap-4);
  border-bottom: 1px solid var(--line);
  overflow-x: auto;
  scrollbar-width: none;
  /* What scrolls on fades out at the edge. */
  mask-image: linear-gradient(to right, #000 calc(100% - 28px), transparent);
  padding-right: 28px;
}
.pages a {
  flex: none;
  min-height: 44px;
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
