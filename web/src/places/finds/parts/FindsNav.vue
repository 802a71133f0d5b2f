<script setup lang="ts">
import SubNav from '@/parts/SubNav.vue'
import { t } from '@/words/finds'

const PAGES = {
  '/finds': t('finds.findsNav.allFinds'),
  '/finds/review': t('finds.findsNav.review'),
  '/finds/queries': t('finds.findsNav.queries'),
  '/finds/other-tags': t('finds.findsNav.otherProgrammesTags'),
}
</script>

<template>
  <SubNav :label="t('finds.findsNav.finds')" :pages="PAGES" />
</template>
