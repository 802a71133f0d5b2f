<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '@/words/dockside'
import type { TripState } from '../useTrip'

/** How long the lines were in the water, and how many rods: what a catch is divided by. */
const { trip } = defineProps<{ trip: TripState }>()
const hours = ref<number | null>(null)
const rods = ref<number | null>(null)
watch(
  () => trip.dockside.value?.trip,
  (answer) => {
    hours.value = answer?.fished_hours ?? null
    rods.value = answer?.rods ?? null
  },
  { immediate: true },
)
</script>

<template>
  <form class="effort stack-2" @submit.prevent="trip.sayEffort(hours, rods)">
    <h2>{{ t('dockside.fishedHours.howLongDidYouFish') }}</h2>
    <p class="soft">
      {{ t('dockside.fishedHours.hoursWithALineIn') }}
    </p>
    <div class="pair row-3 at-end">
      <label>
        {{ t('dockside.fishedHours.hours') }}
        <el-input-number
          v-model="hours"
          :aria-label="t('dockside.fishedHours.hoursFished')"
          :min="0.5"
          :max="24"
          :step="0.5"
          :precision="1"
        />
      </label>
      <label>
        {{ t('dockside.fishedHours.rods') }}
        <el-input-number
          v-model="rods"
          :aria-label="t('dockside.fishedHours.rods')"
          :min="1"
          :max="20"
        />
      </label>
      <el-button native-type="submit" :loading="trip.act.busy.value">{{
        t('dockside.fishedHours.saveHours')
      }}</el-button>
    </div>
  </form>
</template>

<style scoped>
.pair label {
  display: grid;
  gap: 2px;
}
</style>
