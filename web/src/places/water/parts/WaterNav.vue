<script setup lang="ts">
import { useRoute } from 'vue-router'
import SubNav from '@/parts/SubNav.vue'
import { t } from '@/words/water'
import { TOPICS } from '../topics'

/** The pages of Water; the filter goes along from one to the next. */
const route = useRoute()
const PAGES = {
  '/water': t('water.waterNav.overview'),
  '/water/map': t('water.waterNav.map'),
  ...Object.fromEntries(Object.entries(TOPICS).map(([key, { title }]) => [`/water/${key}`, title])),
  '/water/export': t('water.waterNav.export'),
}
</script>

<template>
  <SubNav :label="t('water.waterNav.water')" :pages="PAGES" :query="route.query" />
</template>
