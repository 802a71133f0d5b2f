<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api } from '@/api/client'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/dockside'
import { TRIP_STATE } from '@/words/records'
import AddPhotos from './parts/AddPhotos.vue'
import CheckList from './parts/CheckList.vue'
import FishedHours from './parts/FishedHours.vue'
import FishList from './parts/FishList.vue'
import PhotoStrip from './parts/PhotoStrip.vue'
import TagSum from './parts/TagSum.vue'
import WhatIsLeft from './parts/WhatIsLeft.vue'
import { useTrip } from './useTrip'

const { tripId } = defineProps<{ tripId: string }>()
const trip = useTrip(tripId)
const { dockside, act } = trip
const spots = ref<{ code: string; lat_deg: number; lon_deg: number }[]>([])
const spot = computed(
  () => spots.value.find((spot) => spot.code === dockside.value?.trip.spot_code) ?? null,
)
const spotPlace = computed(
  () => spot.value && { lat_deg: spot.value.lat_deg, lon_deg: spot.value.lon_deg },
)
const track = ref<HTMLInputElement | null>(null)
function trackChosen(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) void trip.addTrack(file)
}
onMounted(async () => {
  await trip.load()
  if (dockside.value) spots.value = (await api.deck(dockside.value.trip.held_on)).spots
})
</script>

<template>
  <div class="page dockside stack breadth">
    <header v-if="dockside">
      <h1>{{ shortDateText(dockside.trip.held_on) }}, {{ dockside.trip.spot_name }}</h1>
      <p class="soft">
        <RouterLink to="/dockside">{{ t('dockside.trip.allTrips') }}</RouterLink> ·
        {{ dockside.trip.member_name }} ·
        <b>{{ TRIP_STATE[dockside.trip.state] }}</b>
      </p>
    </header>
    <TroubleNote :trouble="act.refusal.value" />
    <p v-if="act.notice.value" role="status" class="said">{{ act.notice.value }}</p>
    <el-skeleton v-if="!dockside && act.busy.value" :rows="8" animated />
    <el-button v-else-if="!dockside" @click="trip.load">{{
      t('dockside.trip.tryAgain')
    }}</el-button>
    <div v-else class="halves">
      <div class="side">
        <WhatIsLeft :trip="trip" :spot="spotPlace" />
        <TagSum :trip="trip" />
        <FishList
          v-if="dockside.fish.length || dockside.void.length || dockside.lost.length"
          :trip="trip"
          :spot="spotPlace"
        />
        <FishedHours :trip="trip" />
        <CheckList :trip="trip" :spot="spotPlace" />
      </div>
      <div class="side">
        <AddPhotos :trip="trip" />
        <PhotoStrip
          v-if="dockside.fish.length || dockside.photos.length"
          :trip="trip"
          :trip-id="tripId"
        />
        <p v-else class="soft">
          {{ t('dockside.trip.noFishOnThisTrip') }}
          <RouterLink to="/deck">{{ t('dockside.trip.deck') }}</RouterLink>{{
            t('dockside.trip.or')
          }}
          <RouterLink to="/dockside/sheet">{{ t('dockside.trip.enterAPaperSheet') }}</RouterLink>.
        </p>
        <p class="soft">
          <input
            ref="track"
            class="unseen"
            type="file"
            accept=".gpx,application/gpx+xml"
            :aria-label="t('dockside.trip.chooseATrack')"
            @change="trackChosen"
          />
          <button type="button" class="link" @click="track?.click()">
            {{ t('dockside.trip.addARecordedTrackGpx') }}
          </button>
          {{ t('dockside.trip.toPlaceFishByTime') }}
          <template v-if="dockside.track_points">{{
            t('dockside.trip.thisTripHasTrackPoints', { track_points: dockside.track_points })
          }}</template>
        </p>
      </div>
    </div>
  </div>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(320px, 400px) minmax(0, 1fr);
  gap: var(--gap-5);
}
.side {
  display: grid;
  gap: var(--gap-4);
  align-content: start;
  min-width: 0;
}
.said {
  border-left: 5px solid var(--kelp);
  padding: var(--gap-2) var(--gap-3);
  background: var(--kelp-soft);
}
@media (max-width: 860px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>
