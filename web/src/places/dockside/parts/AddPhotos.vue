<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '@/words/dockside'
import { clockOff } from '@/words/records'
import type { TripState } from '../useTrip'

/** Many pictures at once, what became of them, and the cameras' clocks. */
const { trip } = defineProps<{ trip: TripState }>()
const field = ref<HTMLInputElement | null>(null)
const over = ref(false)
function chosen(event: Event) {
  const input = event.target as HTMLInputElement
  void trip.upload([...(input.files ?? [])])
  input.value = ''
}
function dropped(event: DragEvent) {
  over.value = false
  const files = [...(event.dataTransfer?.files ?? [])]
  if (files.length) void trip.upload(files)
}
const cameras = computed(() => trip.dockside.value!.cameras)
/** The camera whose clock is being set by a picture of a clock. */
const setting = ref<{ camera: string; photo: string; shows: string } | null>(null)
const photosOf = (camera: string) =>
  trip.dockside.value!.photos.filter((photo) => (photo.camera ?? '') === camera && photo.camera_at)
async function setClock() {
  const photo = trip.dockside.value!.photos.find((photo) => photo.id === setting.value?.photo)
  const [hour, minute] = (setting.value?.shows ?? '').split(':').map(Number)
  if (!photo?.camera_at || hour === undefined || minute === undefined) return
  const wrote = new Date(photo.camera_at)
  const right = new Date(wrote)
  right.setHours(hour, minute, wrote.getSeconds())
  const day = 86_400_000
  let off = right.getTime() - wrote.getTime()
  if (off > day / 2) off -= day
  if (off < -day / 2) off += day
  if (await trip.setClock(setting.value!.camera, Math.round(off / 1000))) setting.value = null
}
</script>

<template>
  <section
    class="add"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="dropped"
  >
    <input
      ref="field"
      class="unseen"
      type="file"
      accept="image/jpeg,image/png,image/webp,.heic,.heif"
      multiple
      :aria-label="t('dockside.addPhotos.choosePhotos')"
      @change="chosen"
    />
    <el-button size="large" :disabled="!!trip.uploading.value" @click="field?.click()">{{
      t('dockside.addPhotos.addPhotos')
    }}</el-button>
    <template v-if="trip.uploading.value">
      <el-progress
        class="bar"
        :percentage="Math.round((100 * trip.uploading.value.done) / trip.uploading.value.of)"
        :format="
          () =>
            t('dockside.addPhotos.of', {
              done: trip.uploading.value?.done,
              of: trip.uploading.value?.of,
            })
        "
      />
      <el-button @click="trip.cancelUpload">{{ t('dockside.addPhotos.stop') }}</el-button>
    </template>
    <span v-else class="soft">{{
      trip.uploadSaid.value || t('dockside.addPhotos.dropAllPhotosOfThe')
    }}</span>
    <el-button v-if="trip.lastMove.value" @click="trip.takeBack">{{
      t('dockside.addPhotos.undoLastMove')
    }}</el-button>
    <ul v-if="trip.refused.value.length" class="refused" role="alert">
      <li v-for="refusal in trip.refused.value" :key="refusal.name">
        <b>{{ refusal.name }}</b>: {{ refusal.trouble.message }}
      </li>
      <li>
        <button
          type="button"
          class="link"
          @click="trip.upload(trip.refused.value.map((one) => one.file))"
        >
          {{ t('dockside.addPhotos.tryTheseAgain') }}
        </button>
      </li>
    </ul>
    <p v-for="choice in cameras" :key="choice.camera" class="clock">
      <b>{{ choice.camera || t('dockside.addPhotos.unnamedCamera') }}</b>{{
        t('dockside.addPhotos.photos', {
          photos: choice.photos,
          seconds:
            choice.seconds === null
              ? t('dockside.addPhotos.itsClockIsTakenAs')
              : t('dockside.addPhotos.itsClockWas', { seconds: clockOff(choice.seconds) }),
        })
      }}
      <button
        type="button"
        class="link"
        @click="
          setting = {
            camera: choice.camera,
            photo: photosOf(choice.camera)[0]?.id ?? '',
            shows: '',
          }
        "
      >
        {{ t('dockside.addPhotos.setByAPhotoOf') }}
      </button>
    </p>
    <form v-if="setting" class="set row" @submit.prevent="setClock">
      <label
        >{{ t('dockside.addPhotos.thePhoto') }}
        <select v-model="setting.photo">
          <option v-for="photo in photosOf(setting.camera)" :key="photo.id" :value="photo.id">
            {{ photo.name }}
          </option>
        </select></label
      >
      <label
        >{{ t('dockside.addPhotos.showsTheTime') }}
        <input v-model="setting.shows" type="time" required
      /></label>
      <el-button native-type="submit">{{ t('dockside.addPhotos.setTheClock') }}</el-button>
      <el-button @click="setting = null">{{ t('dockside.addPhotos.cancel') }}</el-button>
    </form>
  </section>
</template>

<style scoped>
.add {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2) var(--gap-3);
  padding: var(--gap-2);
  border: 2px dashed var(--line-strong);
  border-radius: var(--round);
}
.over {
  background: var(--kelp-soft);
}
.bar {
  flex: 1;
  min-width: 180px;
}
.refused,
.clock,
.set {
  width: 100%;
  margin: 0;
}
.refused {
  padding-left: var(--gap-4);
  border-left: 4px solid var(--rust);
}
.set select,
.set input {
  min-height: 40px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 16px;
}
</style>
