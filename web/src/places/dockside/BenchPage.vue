<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import { timeText } from '@/format/units'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/dockside'
import PhotoBench from './parts/PhotoBench.vue'
import ShowPicture from './parts/ShowPicture.vue'
import { useBench, type Pictured } from './useBench'
import { useTrip, type DockPhoto } from './useTrip'

/** A fish measured in its picture. */
const { tripId, photoId } = defineProps<{ tripId: string; photoId: string }>()
const session = useSessionStore()
const trip = useTrip(tripId)
const photo = shallowRef<DockPhoto | null>(null)
const fish = computed(
  () =>
    trip.dockside.value?.fish.find((dockFish) => dockFish.id === photo.value?.encounter_id) ?? null,
)
/** Declared, so that the bench may ask before the trip is there. */
function pictured(): Pictured | null {
  const { shown_width_px, shown_height_px, focal_35mm } = photo.value ?? {}
  if (!shown_width_px || !shown_height_px) return null
  const { length_mm, length_kind, length_how, length_sd_mm, species_code } = fish.value ?? {}
  const typed =
    length_mm && length_kind && length_how
      ? { length_mm, length_kind, length_how, length_sd_mm: length_sd_mm ?? null }
      : null
  return {
    shown: { width_px: shown_width_px, height_px: shown_height_px, focal_35mm: focal_35mm ?? null },
    guild_key:
      trip.species.value.find((species) => species.code === species_code)?.guild_key ?? null,
    typed,
  }
}
const bench = useBench(photoId, pictured)
const keeping = useAct()
const sized = computed(() =>
  photo.value?.shown_width_px && photo.value.shown_height_px
    ? {
        id: photo.value.id,
        shown_width_px: photo.value.shown_width_px,
        shown_height_px: photo.value.shown_height_px,
      }
    : null,
)
onMounted(async () => {
  await trip.load()
  photo.value = trip.dockside.value?.photos.find((photo) => photo.id === photoId) ?? null
  const species = trip.species.value.find(({ code }) => code === fish.value?.species_code)
  if (photo.value) bench.takeUp(photo.value, species?.length_kind)
})
const keep = (part: 'marks' | 'length') =>
  keeping.run(async () => {
    await bench.keep(part, trip.isSubmitted.value ? trip.reason.value : null)
    keeping.notice.value =
      part === 'length'
        ? t('dockside.bench.savedThisIsTheLength')
        : t('dockside.bench.savedWithThePhoto')
    await trip.load()
  })
/** The next picture of the trip that nobody has measured. */
const after = computed(
  () =>
    trip.dockside.value?.photos.find(
      (photo) =>
        photo.id !== photoId && photo.encounter_id && photo.is_sized && photo.measured_mm === null,
    ) ?? null,
)
</script>

<template>
  <div class="page bench stack breadth">
    <header>
      <h1>{{ t('dockside.bench.photoBench') }}</h1>
      <p class="soft">
        <RouterLink :to="`/dockside/${tripId}`">{{ t('dockside.bench.backToTheTrip') }}</RouterLink>
        <template v-if="fish">
          · {{ timeText(fish.caught_at) }} {{ trip.nameOf(fish.species_code) }}</template
        ><template v-else-if="photo"> {{ t('dockside.bench.notLinkedToAFish') }}</template>
        <template v-if="session.isCoordinator">
          ·
          <RouterLink :to="`/finds/flanks/${photoId}`">{{
            t('dockside.flanks.compareFlanks')
          }}</RouterLink></template
        >
      </p>
    </header>
    <TroubleNote :trouble="trip.act.refusal.value" />
    <p v-if="trip.dockside.value && !sized" class="soft">
      {{ photo?.trouble ?? t('dockside.bench.thisPhotoIsStillBeing') }}
    </p>
    <PhotoBench v-if="sized" :bench="bench" :photo="sized">
      <template #save>
        <label v-if="trip.isSubmitted.value" class="reason"
          >{{ t('dockside.bench.reasonForTheChange') }}
          <input v-model="trip.reason.value" maxlength="500"
        /></label>
        <div class="row">
          <el-button
            class="oilskin"
            size="large"
            :loading="keeping.busy.value"
            :disabled="!fish"
            @click="keep('length')"
            >{{ t('dockside.bench.saveAsLength') }}</el-button
          >
          <el-button size="large" :loading="keeping.busy.value" @click="keep('marks')">{{
            t('dockside.bench.saveMarksOnly')
          }}</el-button>
        </div>
      </template>
      <TroubleNote :trouble="keeping.refusal.value" />
      <p v-if="keeping.notice.value" role="status">
        {{ keeping.notice.value }}
        <a v-if="after" :href="`/dockside/${tripId}/bench/${after.id}`">{{
          t('dockside.bench.nextPicture')
        }}</a>
      </p>
      <div class="soft row">
        {{ t('dockside.bench.printBoard') }}
        <a
          v-for="length_cm in trip.dockside.value?.boards_cm"
          :key="length_cm"
          :href="`/api/boards/${length_cm}/board.pdf`"
          target="_blank"
          >{{ t('dockside.bench.boardLength', { length_cm }) }}</a
        >
      </div>
    </PhotoBench>
    <ShowPicture v-if="sized && fish" :photo="sized" />
  </div>
</template>

<style scoped>
.row {
  align-items: normal;
}
.row > * {
  margin: 0;
}
.reason {
  display: grid;
}
.reason input {
  width: 100%;
  min-height: 40px;
  padding: 0 8px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 16px;
}
</style>
