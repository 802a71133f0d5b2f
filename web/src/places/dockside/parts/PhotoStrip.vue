<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { lengthText, timeText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/dockside'
import { sureText } from '@/words/records'
import type { DockPhoto, TripState } from '../useTrip'

/**
 * The day's fish in a row of berths, each with its pictures; a picture is dragged to its fish, or
 * moved by keys or touch.
 */
const { trip, tripId } = defineProps<{ trip: TripState; tripId: string }>()
const session = useSessionStore()
const here = computed(() => trip.dockside.value!)
const berths = computed(() => [
  ...here.value.fish.map((fish) => ({
    id: fish.id as string | null,
    fish,
    photos: here.value.photos.filter((photo) => photo.encounter_id === fish.id),
  })),
  {
    id: null,
    fish: null,
    photos: here.value.photos.filter((photo) => photo.encounter_id === null),
  },
])
const chosen = ref<string | null>(null)
const chosenPhoto = computed(
  () => here.value.photos.find((photo) => photo.id === chosen.value) ?? null,
)
const over = ref<string | null | undefined>(undefined)

async function put(photo: DockPhoto | null, berth: string | null) {
  over.value = undefined
  if (!photo) return
  chosen.value = null
  await trip.move(photo, berth)
  await nextTick()
  document.querySelector<HTMLElement>(`[data-photo='${photo.id}']`)?.focus()
}
const dropped = (event: DragEvent, berth: string | null) =>
  put(
    here.value.photos.find((photo) => photo.id === event.dataTransfer?.getData('text/plain')) ??
      null,
    berth,
  )

/** Up and down carry a picture to the fish before and after. */
function key(event: KeyboardEvent, photo: DockPhoto) {
  const step = { ArrowUp: -1, ArrowDown: 1 }[event.key]
  if (!step) return
  event.preventDefault()
  const place = berths.value.findIndex((berth) => berth.id === photo.encounter_id)
  const to = berths.value[place + step]
  if (to) void put(photo, to.id)
}
const measured = (photo: DockPhoto) =>
  photo.measured_mm
    ? t('dockside.photoStrip.measured', { units: lengthText(photo.measured_mm, session.units) })
    : ''
</script>

<template>
  <ol class="strip" :aria-label="t('dockside.photoStrip.fishAndTheirPhotos')">
    <li
      v-for="berth in berths"
      :key="berth.id ?? 'none'"
      :class="{ over: over === berth.id, none: !berth.fish }"
      :data-berth="berth.id ?? 'none'"
      @dragover.prevent="over = berth.id"
      @dragleave="over = undefined"
      @drop.prevent="dropped($event, berth.id)"
    >
      <div class="fish">
        <template v-if="berth.fish">
          <b class="figures">{{ timeText(berth.fish.caught_at) }}</b>
          {{ trip.nameOf(berth.fish.species_code) }}
          <div class="facts">
            <TagStreamer v-for="number in berth.fish.tag_numbers" :key="number" :number="number" />
            <span class="tabular">{{
              berth.fish.length_mm
                ? t('dockside.photoStrip.by', {
                    units: lengthText(berth.fish.length_mm, session.units),
                    length_how: berth.fish.length_how,
                  })
                : t('dockside.photoStrip.noLength')
            }}</span>
            <a
              :href="`/api/encounters/${berth.fish.id}/remembrance.pdf`"
              target="_blank"
              :aria-label="
                t('dockside.photoStrip.recordSheetOfTheFish', {
                  caught_at: timeText(berth.fish.caught_at),
                })
              "
              >{{ t('dockside.photoStrip.recordSheet') }}</a
            >
          </div>
        </template>
        <template v-else
          ><b>{{ t('dockside.photoStrip.notOfAFish') }}</b>
          <div class="soft">{{ t('dockside.photoStrip.viewsCrewTheBoat') }}</div></template
        >
        <button
          v-if="chosenPhoto && chosenPhoto.encounter_id !== berth.id"
          type="button"
          class="here"
          @click="put(chosenPhoto, berth.id)"
        >
          {{ t('dockside.photoStrip.moveHere') }}
        </button>
      </div>
      <div class="photos">
        <figure
          v-for="photo in berth.photos"
          :key="photo.id"
          :class="{
            doubtful: photo.placed_by === 'time' && photo.fit === 'doubtful',
            chosen: chosen === photo.id,
          }"
        >
          <button
            type="button"
            class="picture"
            draggable="true"
            :data-photo="photo.id"
            :aria-label="
              t('dockside.photoStrip.of', {
                photo: photo.name ?? t('dockside.photoStrip.photo'),
                time: photo.taken_at ? timeText(photo.taken_at) : t('dockside.photoStrip.noTime'),
              }) +
              t('dockside.photoStrip.upAndDownMoveIt', {
                photo: sureText(photo),
                photo2: measured(photo),
              })
            "
            :aria-pressed="chosen === photo.id"
            @dragstart="$event.dataTransfer!.setData('text/plain', photo.id)"
            @keydown="key($event, photo)"
            @click="chosen = chosen === photo.id ? null : photo.id"
          >
            <img
              :src="`/api/photos/${photo.id}/thumb`"
              alt=""
              loading="lazy"
              width="112"
              height="84"
              draggable="false"
            />
          </button>
          <figcaption>
            <span class="figures">{{
              photo.taken_at ? timeText(photo.taken_at) : t('dockside.photoStrip.noTime')
            }}</span>
            {{ sureText(photo) }}
            <b v-if="photo.measured_mm" class="tabular">{{
              lengthText(photo.measured_mm, session.units)
            }}</b>
            <span v-if="photo.seen_number">{{
              t('dockside.photoStrip.tagRead', { number: photo.seen_number })
            }}</span>
            <span v-if="photo.trouble" class="fault">{{ photo.trouble }}</span>
          </figcaption>
          <div v-if="chosen === photo.id" class="acts">
            <RouterLink v-if="photo.is_sized" :to="`/dockside/${tripId}/bench/${photo.id}`">{{
              t('dockside.photoStrip.measure')
            }}</RouterLink>
            <el-popconfirm
              :title="t('dockside.photoStrip.deleteThisPhotoForGood')"
              :confirm-button-text="t('dockside.photoStrip.deletePhoto')"
              :cancel-button-text="t('dockside.photoStrip.keepPhoto')"
              @confirm="trip.removePhoto(photo.id)"
            >
              <template #reference
                ><button type="button" class="link">
                  {{ t('dockside.photoStrip.remove') }}
                </button></template
              >
            </el-popconfirm>
          </div>
        </figure>
        <p v-if="!berth.photos.length" class="soft empty">
          {{ berth.fish ? t('dockside.photoStrip.noPhoto') : 'none' }}
        </p>
      </div>
    </li>
  </ol>
</template>

<style scoped>
.strip {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 3px solid var(--kelp);
}
li {
  display: grid;
  grid-template-columns: 250px 1fr;
  gap: var(--gap-3);
  padding: var(--gap-2);
  border-bottom: 1px solid var(--line);
  background: var(--sheet);
}
.none {
  background: transparent;
}
.over {
  background: var(--kelp-soft);
  box-shadow: inset 4px 0 0 var(--kelp);
}
.fish {
  line-height: 1.3;
}
.facts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px var(--gap-2);
  font-size: 15px;
}
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  min-height: 84px;
}
figure {
  width: 120px;
}
.picture {
  display: block;
  padding: 2px;
  border: 2px solid transparent;
  border-radius: 8px;
  background: none;
  cursor: grab;
}
.picture img {
  display: block;
  width: 112px;
  height: 84px;
  object-fit: cover;
  border-radius: 5px;
  background: var(--line);
}
.doubtful .picture {
  border: 2px dashed var(--rust);
}
.chosen .picture {
  border-color: var(--kelp);
}
figcaption {
  font-size: 14px;
  line-height: 1.2;
}
.acts {
  display: flex;
  gap: var(--gap-2);
  font-size: 15px;
}
.here {
  margin-top: 4px;
  min-height: 40px;
  padding: 0 12px;
  border: 2px solid var(--kelp);
  border-radius: 10px;
  background: var(--kelp-soft);
  cursor: pointer;
}
.empty {
  align-self: center;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
