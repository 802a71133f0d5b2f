<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import { lengthText, timeText } from '@/format/units'
import { useAct } from '@/api/useAct'
import ChipRow from '@/parts/ChipRow.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/dockside'
import BenchView from './parts/BenchView.vue'
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
const { mode, size, result, refusal, isComplete, next } = bench
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
  const { marks, proposed_marks } = photo.value ?? {}
  if (marks) bench.takeKept(marks)
  else if (proposed_marks) {
    const species = trip.species.value.find(({ code }) => code === fish.value?.species_code)
    bench.takeProposed(proposed_marks, species?.length_kind)
    proposed.value = proposed_marks
  }
})
/** What was seen in the picture, until somebody starts again. */
const proposed = shallowRef<DockPhoto['proposed_marks']>(null)
const length = (mm: number) => lengthText(mm, session.units)
const MODES = {
  board: t('dockside.bench.fourCornersOfABoard'),
  scale: t('dockside.bench.twoMarksSeenFromStraight'),
}
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
      </p>
    </header>
    <TroubleNote :trouble="trip.act.refusal.value" />
    <p v-if="trip.dockside.value && !sized" class="soft">
      {{ photo?.trouble ?? t('dockside.bench.thisPhotoIsStillBeing') }}
    </p>
    <div v-if="sized" class="halves">
      <BenchView :bench="bench" :photo="sized" />
      <aside class="stack">
        <ChipRow
          :label="t('dockside.bench.knownSizesInThePhoto')"
          :options="MODES"
          :chosen="mode"
          @single="$event && (mode = $event as never)"
        />
        <div class="sizes row">
          <template v-if="mode === 'board'">
            <label
              >{{ t('dockside.bench.wide') }}
              <input v-model.number="size.width" type="number" min="10" max="5000" />
              {{ t('dockside.bench.mm') }}</label
            >
            <label
              >{{ t('dockside.bench.high') }}
              <input v-model.number="size.height" type="number" min="10" max="5000" />
              {{ t('dockside.bench.mm') }}</label
            >
          </template>
          <label v-else
            >{{ t('dockside.bench.apart') }}
            <input v-model.number="size.scale" type="number" min="1" max="5000" />
            {{ t('dockside.bench.mm') }}</label
          >
        </div>
        <p v-if="proposed" role="status">
          {{
            proposed.fish.length
              ? t('dockside.bench.proposed', { markers: proposed.markers })
              : t('dockside.bench.proposedBoard', { markers: proposed.markers })
          }}
          <span v-if="!proposed.is_flat" class="warn">{{ t('dockside.bench.boardBent') }}</span>
        </p>
        <p role="status">
          <template v-if="!isComplete"
            >{{ t('dockside.bench.mark') }} <b>{{ next }}</b>.</template
          ><template v-else>{{ t('dockside.bench.dragTheMarksAlongThe') }}</template>
        </p>
        <div class="row">
          <el-button :disabled="!bench.canUndo.value" @click="bench.undo">{{
            t('dockside.bench.undo')
          }}</el-button>
          <el-button @click="bench.remove">{{ t('dockside.bench.removeMark') }}</el-button>
          <el-button @click="bench.again">{{ t('dockside.bench.startAgain') }}</el-button>
        </div>
        <TroubleNote :trouble="refusal" />
        <section v-if="result" class="found" aria-live="polite">
          <p class="figure figures" data-testid="straight">{{ length(result.straight_mm) }}</p>
          <p>
            {{ t('dockside.bench.marginOfLength', { margin_mm: length(result.margin_mm) }) }}
          </p>
          <p class="soft">
            {{
              t('dockside.bench.alongTheMarksForComparison', { curve_mm: length(result.curve_mm) })
            }}
          </p>
          <p v-for="note in result.notes" :key="note" class="warn">{{ note }}</p>
          <p v-if="result.typed" :class="{ warn: !result.typed.agrees }">
            {{
              t('dockside.bench.measured', {
                how: result.typed.how,
                mm: length(result.typed.mm),
                off: result.typed.agrees
                  ? t('dockside.bench.bothAgreeWithinTheirErrors')
                  : t('dockside.bench.theyDifferBy', {
                      difference_mm: length(Math.abs(result.typed.difference_mm)),
                    }) + t('dockside.bench.moreThanBothErrorsExplain'),
              })
            }}
          </p>
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
        </section>
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
        <p class="soft keys">
          {{ t('dockside.bench.keysOnThePhotoM') }}
        </p>
      </aside>
    </div>
    <ShowPicture v-if="sized && fish" :photo="sized" />
  </div>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: var(--gap-4);
}
.row {
  align-items: normal;
}
.row > * {
  margin: 0;
}
.sizes input,
.reason input {
  width: 88px;
  min-height: 40px;
  padding: 0 8px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 16px;
}
.reason {
  display: grid;
}
.reason input {
  width: 100%;
}
.found {
  display: grid;
  gap: 6px;
  padding: var(--gap-3);
  border: 1px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
}
.figure {
  font-size: 40px;
  line-height: 1;
}
.warn {
  padding-left: var(--gap-2);
  border-left: 4px solid var(--rust);
}
.keys {
  font-size: 15px;
}
@media (max-width: 860px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>
