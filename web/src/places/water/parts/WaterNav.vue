<script setup lang="ts">
import { useRoute } from 'vue-router'
import SubNav from '@/parts/SubNav.vue'
import { TOPICS } from '../topics'

/** The pages of Water; the filter goes along from one to the next. */
const route = useRoute()
const PAGES = {
  '/water': 'Overview',
  '/water/map': 'Map',
  ...Object.fromEntries(Object.entries(TOPICS).map(([key, { title }]) => [`/water/${key}`, title])),
  '/water/data': 'Data',
}
</script>

<template>
  <SubNav label="Water" :pages="PAGES" :query="route.query" />
</template>
