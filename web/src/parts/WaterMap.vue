<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import { defineAsyncComponent, ref } from 'vue'
import type { MapPlace, PickedPlace } from './mapTypes'

/** The map library is large, so it comes when the map is nearly in view. */
const LeafletMap = defineAsyncComponent({ loader: () => import('./LeafletMap.vue'), delay: 0 })
defineProps<{
  places?: MapPlace[]
  joined?: boolean
  ways?: [number, number][][]
  pickable?: boolean
  drawable?: boolean
  label: string
}>()
const picked = defineModel<PickedPlace | null>('picked', { default: null })
const corners = defineModel<[number, number][]>('corners', { default: () => [] })
const frame = ref<HTMLElement | null>(null)
const isNear = ref(false)
useIntersectionObserver(frame, ([seen]) => (isNear.value ||= seen!.isIntersecting), {
  rootMargin: '250px',
})
</script>

<template>
  <div ref="frame" class="frame">
    <LeafletMap
      v-if="isNear"
      v-model:picked="picked"
      v-model:corners="corners"
      :drawable="drawable"
      :places="places"
      :joined="joined"
      :ways="ways"
      :pickable="pickable"
      :label="label"
    />
  </div>
</template>

<style scoped>
.frame {
  min-height: 240px;
  background: var(--sea);
  border-radius: var(--round);
}
</style>
