<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import type { MapPlace, PickedPlace } from './mapTypes'

/** The map library is large, so it comes after the page that shows it. */
const LeafletMap = defineAsyncComponent({ loader: () => import('./LeafletMap.vue'), delay: 0 })
defineProps<{ places?: MapPlace[]; joined?: boolean; ways?: [number, number][][]; pickable?: boolean; drawable?: boolean; label: string }>()
const picked = defineModel<PickedPlace | null>('picked', { default: null })
const corners = defineModel<[number, number][]>('corners', { default: () => [] })
</script>

<template>
  <div class="frame"><LeafletMap v-model:picked="picked" v-model:corners="corners" :drawable="drawable" :places="places" :joined="joined" :ways="ways" :pickable="pickable" :label="label" /></div>
</template>

<style scoped>
.frame {
  background: var(--sea);
  border-radius: var(--round);
}
</style>
