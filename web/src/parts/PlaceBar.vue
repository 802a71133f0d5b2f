<script setup lang="ts">
import { ref, watch } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import type { Schemas } from '@/api/client'
import { t } from '@/words/text'
import LookSwitch from './LookSwitch.vue'

defineProps<{ member: Schemas['Session']['member'] }>()

/** Places ashore wait under More on a phone, whose bar holds those that are used in the field. */
const PLACES: { path: string; to?: string; title: string; ashore?: boolean }[] = [
  { path: '/ready', title: t('common.placeBar.ready') },
  { path: '/deck', title: t('common.placeBar.deck') },
  { path: '/dockside', title: t('common.placeBar.dockside') },
  { path: '/practice', title: t('common.placeBar.practice') },
  { path: '/finds', title: t('common.placeBar.finds'), ashore: true },
  { path: '/water', title: t('common.placeBar.water'), ashore: true },
  { path: '/office', title: t('common.placeBar.office'), ashore: true },
]
const route = useRoute()
const isIn = (path: string) => route.path === path || route.path.startsWith(`${path}/`)
const more = ref<HTMLDetailsElement>()
watch(
  () => route.path,
  () => {
    if (more.value) more.value.open = false
  },
)
</script>

<template>
  <header class="bar">
    <RouterLink class="name" to="/" :aria-label="t('common.placeBar.voucherHome')">
      <svg viewBox="0 0 34 14" aria-hidden="true">
        <path d="M1 7 9 1.5V5h20a3.5 3.5 0 0 1 0 7H9l0-1.5z" />
      </svg>
      <span>{{ t('common.name') }}</span>
    </RouterLink>
    <nav :aria-label="t('common.placeBar.places')">
      <template v-if="member">
        <RouterLink
          v-for="place in PLACES"
          :key="place.path"
          :to="place.to ?? place.path"
          :class="{ ashore: place.ashore, 'router-link-active': isIn(place.path) }"
          >{{ place.title }}</RouterLink
        >
        <details ref="more" class="more">
          <summary>{{ t('common.placeBar.more') }}</summary>
          <div>
            <RouterLink
              v-for="place in PLACES.filter((entry) => entry.ashore)"
              :key="place.path"
              :to="place.to ?? place.path"
              >{{ place.title }}</RouterLink
            >
            <RouterLink to="/you">{{ t('common.placeBar.you', { name: member.name }) }}</RouterLink>
          </div>
        </details>
      </template>
      <RouterLink v-else to="/report">{{ t('common.placeBar.reportATag') }}</RouterLink>
    </nav>
    <LookSwitch />
    <RouterLink
      v-if="member"
      class="you"
      to="/you"
      :aria-label="t('common.placeBar.you', { name: member.name })"
      >{{ member.name.split(' ')[0] }}</RouterLink
    >
    <RouterLink v-else class="you" to="/sign-in">{{ t('common.placeBar.signIn') }}</RouterLink>
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: stretch;
  gap: var(--gap-3);
  min-height: 48px;
  padding: 0 var(--edge);
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
.more {
  display: none;
  position: relative;
}
.more summary {
  display: flex;
  align-items: center;
  min-height: 48px;
  padding: 0 var(--gap-2);
  cursor: pointer;
  list-style: none;
}
.more summary::-webkit-details-marker {
  display: none;
}
.more div {
  position: absolute;
  z-index: 30;
  right: 0;
  display: grid;
  min-width: 180px;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 0 0 var(--round) var(--round);
}
.more div a {
  padding: 0 var(--gap-4);
}
@media (max-width: 760px) {
  nav {
    gap: 0;
    justify-content: space-between;
  }
  nav > .ashore,
  .you {
    display: none;
  }
  .more {
    display: block;
  }
  .name span,
  .bar :deep(.look span) {
    display: none;
  }
  .bar {
    gap: 0;
    padding: 0 var(--gap-2);
  }
}
@media (max-width: 400px) {
  .name {
    display: none;
  }
  nav a,
  .more summary {
    padding: 0 var(--gap-1);
  }
}
@media (max-width: 350px) {
  nav a,
  .more summary {
    font-size: 15px;
  }
}
</style>
