<script setup lang="ts">
import SubNav from '@/parts/SubNav.vue'

const PAGES = {
  '/finds': 'All finds',
  '/finds/desk': 'Judgement desk',
  '/finds/doubts': 'Doubts',
  '/finds/others': 'Tags of others',
}
</script>

<template>
  <SubNav label="Finds" :pages="PAGES" />
</template>
