<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import { localDate, shortDateText } from '@/format/units'
import { t } from '@/words/deck'
import { PLATFORM } from '@/words/plan'

const props = defineProps<{ spots: Schemas['Spot'][]; trips: Schemas['Deck']['trips'] }>()
const emit = defineEmits<{
  start: [trip: Schemas['TripStart']]
  take: [trip: Schemas['Deck']['trips'][number]]
}>()

const spot = ref(props.spots[0]?.code ?? '')
const platform = ref<keyof typeof PLATFORM>('shore')
const temp = ref<number | undefined>(undefined)
const start = () =>
  emit('start', {
    held_on: localDate(),
    spot_code: spot.value,
    platform: platform.value,
    water_temp_c: temp.value ?? null,
  })
</script>

<template>
  <el-form class="start stack" label-position="top" @submit.prevent="start">
    <h1>{{ t('deck.tripStart.startTodaysTrip') }}</h1>
    <div v-if="trips.length" class="stack-2">
      <p>{{ t('deck.tripStart.takeTheCardOfA') }}</p>
      <button
        v-for="trip in trips"
        :key="trip.id"
        type="button"
        class="quiet"
        :data-trip="trip.id"
        @click="emit('take', trip)"
      >
        {{ shortDateText(trip.held_on) }}, {{ trip.spot_name }}
      </button>
    </div>
    <p class="soft">
      {{ t('deck.tripStart.theSpotAndTheWater') }}
      <RouterLink to="/ready">{{ t('deck.tripStart.planTheTripOnReady') }}</RouterLink>
      {{ t('deck.tripStart.toSeeWhatToPack') }}
    </p>
    <el-form-item :label="t('deck.tripStart.spot')" for="spot">
      <select id="spot" v-model="spot" class="field">
        <option v-for="choice in spots" :key="choice.code" :value="choice.code">
          {{ choice.name }}
        </option>
      </select>
    </el-form-item>
    <el-form-item :label="t('deck.tripStart.from')">
      <el-radio-group v-model="platform" size="large"
        ><el-radio-button v-for="(text, choice) in PLATFORM" :key="choice" :value="choice">{{
          text
        }}</el-radio-button></el-radio-group
      >
    </el-form-item>
    <el-form-item :label="t('deck.tripStart.waterTemperatureC')" for="temp">
      <el-input-number
        id="temp"
        v-model="temp"
        :min="-2"
        :max="40"
        :step="0.5"
        :precision="1"
        size="large"
        :placeholder="t('deck.tripStart.notMeasured')"
      />
    </el-form-item>
    <el-button native-type="submit" class="oilskin go" size="large" :disabled="!spot">{{
      t('deck.tripStart.startTrip')
    }}</el-button>
  </el-form>
</template>

<style scoped>
.go {
  min-height: 64px;
  font-size: 20px;
}
</style>
