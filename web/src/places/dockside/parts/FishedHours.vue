<script setup lang="ts">
import { ref, watch } from 'vue'
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
    <h2>How long did you fish?</h2>
    <p class="soft">
      Hours with a line in the water, and rods. A day without a fish counts as much as any.
    </p>
    <div class="pair row-3 at-end">
      <label>
        Hours
        <el-input-number
          v-model="hours"
          aria-label="Hours fished"
          :min="0.5"
          :max="24"
          :step="0.5"
          :precision="1"
        />
      </label>
      <label>
        Rods
        <el-input-number v-model="rods" aria-label="Rods" :min="1" :max="20" />
      </label>
      <el-button native-type="submit" :loading="trip.act.busy.value">Keep</el-button>
    </div>
  </form>
</template>

<style scoped>
.pair label {
  display: grid;
  gap: 2px;
}
</style>
