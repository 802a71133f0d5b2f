<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'
import LookSwitch from './LookSwitch.vue'

defineProps<{ member: Schemas['Session']['member'] }>()
</script>

<template>
  <header class="bar">
    <RouterLink class="name" to="/" aria-label="Voucher, start">
      <svg viewBox="0 0 34 14" aria-hidden="true">
        <path d="M1 7 9 1.5V5h20a3.5 3.5 0 0 1 0 7H9l0-1.5z" />
      </svg>
      <span>Voucher</span>
    </RouterLink>
    <nav aria-label="Places">
      <template v-if="member">
        <RouterLink to="/ready">Ready</RouterLink>
        <RouterLink to="/deck">Deck</RouterLink>
        <RouterLink to="/dockside">Dockside</RouterLink>
        <RouterLink to="/finds">Finds</RouterLink>
        <RouterLink to="/water" :class="{ 'router-link-active': $route.path.startsWith('/water') }"
          >Water</RouterLink
        >
        <RouterLink class="wide" to="/practice">Practice</RouterLink>
        <RouterLink
          to="/office/house-rules"
          :class="{ 'router-link-active': $route.path.startsWith('/office') }"
          >Office</RouterLink
        >
      </template>
      <RouterLink v-else to="/report">Report a tag</RouterLink>
    </nav>
    <LookSwitch />
    <RouterLink v-if="member" class="you" to="/you" :aria-label="`You: ${member.name}`">{{
      member.name.split(' ')[0]
    }}</RouterLink>
    <RouterLink v-else class="you" to="/sign-in">Sign in</RouterLink>
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: stretch;
  gap: var(--gap-3);
  min-height: 48px;
  padding: 0 var(--gap-4);
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
}
.bar > * {
  display: flex;
  align-items: center;
}
.name {
  gap: var(--gap-2);
  color: var(--ink);
  font-weight: var(--weight-strong);
  text-decoration: none;
}
.name svg {
  width: 34px;
  fill: var(--oilskin);
  stroke: var(--ink);
  stroke-width: 1;
}
nav {
  flex: 1;
  gap: var(--gap-2);
}
nav a,
.you {
  display: flex;
  align-items: center;
  min-height: 48px;
  padding: 0 var(--gap-2);
  color: var(--ink);
  text-decoration: none;
}
/* The current place stands in the water up to its waterline. */
nav a.router-link-active {
  background: linear-gradient(to top, var(--sea) 0 30%, transparent 30%);
  box-shadow: inset 0 -3px 0 var(--kelp);
  font-weight: var(--weight-strong);
}
/* A phone's bar holds six places; Ready and You lead there as well. */
@media (max-width: 760px) {
  nav .wide {
    display: none;
  }
}
@media (max-width: 520px) {
  .bar {
    padding: 0 var(--gap-3);
    gap: var(--gap-2);
  }
  .name,
  .bar :deep(.look span) {
    display: none;
  }
  .bar {
    gap: 0;
    padding: 0 4px;
  }
  nav {
    gap: 0;
    justify-content: space-between;
  }
  nav a,
  .you {
    padding: 0 4px;
    font-size: 15px;
  }
}
@media (max-width: 350px) {
  nav a,
  .you {
    padding: 0 2px;
    font-size: 12px;
  }
}
</style>
