<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { useSessionStore } from '@/stores/session'

const { isCoordinator } = storeToRefs(useSessionStore())
</script>

<template>
  <nav class="office" aria-label="Office">
    <RouterLink to="/office/house-rules">House rules</RouterLink>
    <RouterLink to="/office/tags">Tags</RouterLink>
    <template v-if="isCoordinator">
      <RouterLink to="/office/members">Members</RouterLink>
      <RouterLink to="/office/species">Species and law</RouterLink>
      <RouterLink to="/office/letters">Letters</RouterLink>
      <RouterLink to="/office/changes">Who changed what</RouterLink>
    </template>
  </nav>
</template>

<style scoped>
.office {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-4);
  border-bottom: 1px solid var(--line);
}
.office a {
  min-height: 40px;
  display: flex;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
}
.office a.router-link-active {
  font-weight: var(--weight-strong);
  box-shadow: inset 0 -3px 0 var(--kelp);
}
</style>
