<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, effectScope, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { flanks, type Beside, type Overlay } from '@/api/flanks'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/dockside'
import FlankMarks from './parts/FlankMarks.vue'
import FlankOverlay from './parts/FlankOverlay.vue'
import { useOutline, type Outline } from './useOutline'

/** Two pictures of perhaps the same fish, laid over each other for a person to judge. */
const { photoId } = defineProps<{ photoId: string }>()
const route = useRoute()
const router = useRouter()
const number = ref(String(route.query.beside ?? ''))
const beside = shallowRef<Beside | null>(null)
const chosen = shallowRef<Beside['others'][number] | null>(null)
const outlines = shallowRef<[Outline, Outline] | null>(null)
const overlay = shallowRef<Overlay | null>(null)
const loading = useAct()
const laying = useAct()
const KINDS = {
  tagged: t('dockside.flanks.tagged'),
  recaptured: t('dockside.flanks.recaptured'),
  reported: t('dockside.flanks.reported'),
}
const WAIT_MS = 300

type Sized = { id: string; shown_width_px: number; shown_height_px: number }
const sized = (photo: Beside['photo'] | null | undefined): Sized | null =>
  photo?.shown_width_px && photo.shown_height_px ? (photo as Sized) : null
const first = computed(() => sized(beside.value?.photo))
const second = computed(() => sized(chosen.value))

const load = () =>
  loading.run(async () => {
    beside.value = await flanks.beside(photoId, number.value.trim() || undefined)
    if (beside.value.number) void router.replace({ query: { beside: beside.value.number } })
    choose(beside.value.others[0] ?? null)
  })
/** Outlines of one pair of photos, which end with it. */
let pair = effectScope(true)
function choose(photo: Beside['others'][number] | null) {
  pair.stop()
  pair = effectScope(true)
  chosen.value = photo
  overlay.value = null
  outlines.value =
    (photo && pair.run(() => [useOutline(photoId), useOutline(photo.id)] as [Outline, Outline])) ??
    null
}
onUnmounted(() => pair.stop())
const lay = useDebounceFn(async () => {
  const [here, there] = outlines.value ?? []
  if (!here?.isComplete.value || !there?.isComplete.value) return void (overlay.value = null)
  await laying.run(async () => {
    overlay.value = await flanks.overlay(here.marks.value.fish, there.marks.value.fish)
  })
}, WAIT_MS)
watch(
  () => outlines.value?.map((outline) => outline.marks.value),
  () => void lay(),
  { deep: true },
)
onMounted(load)
</script>

<template>
  <div class="page stack breadth">
    <header>
      <h1>{{ t('dockside.flanks.compareFlanks') }}</h1>
      <p class="soft">
        <RouterLink to="/finds/review">{{ t('dockside.reportBench.backToReview') }}</RouterLink>
      </p>
      <p class="soft">{{ t('dockside.flanks.whatItIsFor') }}</p>
    </header>
    <form class="row asked" @submit.prevent="load">
      <label
        >{{ t('dockside.flanks.number') }}
        <input v-model="number" class="field" maxlength="40" autocomplete="off" />
      </label>
      <el-button native-type="submit" :loading="loading.busy.value">{{
        t('dockside.flanks.showPhotos')
      }}</el-button>
    </form>
    <TroubleNote :trouble="loading.refusal.value" />
    <p v-if="beside && !first" class="soft">{{ t('dockside.bench.thisPhotoIsStillBeing') }}</p>
    <p v-if="beside?.number && !beside.others.length" class="soft">
      {{ t('dockside.flanks.noPhotos', { number: beside.number }) }}
    </p>
    <ul v-if="beside?.others.length" class="bare row">
      <li v-for="photo in beside.others" :key="photo.id">
        <button
          type="button"
          class="thumb"
          :aria-pressed="photo.id === chosen?.id"
          @click="choose(photo)"
        >
          <img :src="`/api/photos/${photo.id}/thumb`" alt="" />
          {{ KINDS[photo.kind] }} {{ shortDateText(photo.caught_on) }}
        </button>
      </li>
    </ul>
    <div v-if="outlines && first && second" :key="second.id" class="pair">
      <FlankMarks :title="t('dockside.flanks.thisPhoto')" :outline="outlines[0]" :photo="first" />
      <FlankMarks
        :title="t('dockside.flanks.photoOf', { number: beside?.number ?? '' })"
        :outline="outlines[1]"
        :photo="second"
      />
    </div>
    <TroubleNote :trouble="laying.refusal.value" />
    <section v-if="overlay && first && second" class="stack" aria-live="polite">
      <h2>{{ t('dockside.flanks.overlaid') }}</h2>
      <p>{{ overlay.sentence }}</p>
      <FlankOverlay :overlay="overlay" :first-id="first.id" :second-id="second.id" />
      <p class="soft">{{ t('dockside.flanks.whoDecides') }}</p>
    </section>
  </div>
</template>

<style scoped>
.asked {
  align-items: end;
}
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 420px), 1fr));
  gap: var(--gap-4);
}
.thumb {
  display: grid;
  gap: 4px;
  padding: 6px;
  border: 2px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.thumb[aria-pressed='true'] {
  border-color: var(--ink);
}
.thumb img {
  width: 120px;
  height: 80px;
  object-fit: cover;
}
h2,
p {
  margin: 0;
}
</style>
