<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/dockside'
import PhotoBench from './parts/PhotoBench.vue'
import { useBench, type Pictured } from './useBench'

/** The fish in a finder's photo, measured by whoever reviews the report. */
const { reportId, photoId } = defineProps<{ reportId: string; photoId: string }>()
const report = shallowRef<Schemas['Desk']['report'] | null>(null)
const species = shallowRef<Schemas['SpeciesName'][]>([])
const photo = computed(() => report.value?.photos.find(({ id }) => id === photoId) ?? null)
const kind = computed(
  () => species.value.find(({ code }) => code === report.value?.species_code)?.length_kind,
)
const sized = computed(() => {
  const { shown_width_px, shown_height_px } = photo.value ?? {}
  return shown_width_px && shown_height_px ? { id: photoId, shown_width_px, shown_height_px } : null
})
/** Declared, so that the bench may ask before the report is there. */
function pictured(): Pictured | null {
  if (!sized.value) return null
  const { shown_width_px: width_px, shown_height_px: height_px } = sized.value
  const focal_35mm = photo.value?.focal_35mm ?? null
  return { shown: { width_px, height_px, focal_35mm }, guild_key: null, typed: null }
}
const bench = useBench(photoId, pictured)
const loading = useAct()
const keeping = useAct()
onMounted(() =>
  loading.run(async () => {
    const [desk, known] = await Promise.all([api.openDesk(reportId), api.species()])
    species.value = known.species
    report.value = desk.report
    if (photo.value) bench.takeUp(photo.value, kind.value)
  }),
)
const keep = () =>
  keeping.run(async () => {
    await bench.keep('marks', null)
    keeping.notice.value = t('dockside.bench.savedWithThePhoto')
  })
</script>

<template>
  <div class="page bench stack breadth">
    <header>
      <h1>{{ t('dockside.bench.photoBench') }}</h1>
      <p class="soft">
        <RouterLink to="/finds/review">{{ t('dockside.reportBench.backToReview') }}</RouterLink>
        <template v-if="report"> · {{ report.number_as_read }}</template>
      </p>
      <p class="soft">{{ t('dockside.reportBench.whatItIsFor') }}</p>
    </header>
    <TroubleNote :trouble="loading.refusal.value" />
    <p v-if="report && !photo" class="soft">{{ t('dockside.reportBench.noPhoto') }}</p>
    <p v-else-if="report && !sized" class="soft">
      {{ t('dockside.bench.thisPhotoIsStillBeing') }}
    </p>
    <PhotoBench v-if="sized" :bench="bench" :photo="sized">
      <template #save>
        <el-button class="oilskin" size="large" :loading="keeping.busy.value" @click="keep">{{
          t('dockside.reportBench.save')
        }}</el-button>
      </template>
      <TroubleNote :trouble="keeping.refusal.value" />
      <p v-if="keeping.notice.value" role="status">{{ keeping.notice.value }}</p>
    </PhotoBench>
  </div>
</template>
