<script setup lang="ts">
/** A letter as its reader sees it; what is to be said of it stands around it. */
defineProps<{ subject: string; body: string }>()
</script>

<template>
  <article class="sheet">
    <slot name="above" />
    <h3>{{ subject }}</h3>
    <p class="body">{{ body }}</p>
    <slot />
  </article>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: var(--gap-2);
  align-content: start;
  padding: var(--gap-4);
  border: 1px solid var(--line-strong);
  background: var(--sheet);
}
.body {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
</style>
