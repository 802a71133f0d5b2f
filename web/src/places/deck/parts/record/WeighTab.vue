<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { api } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import TroubleNote from '@/parts/TroubleNote.vue'
import { adviceOn } from '@/parts/photoQuality'
import { t } from '@/words/deck'
import type { DeckState } from '../../useDeck'
import NumberLine from './NumberLine.vue'

const { deck } = defineProps<{ deck: DeckState }>()
const inHand = computed(() => deck.fish.value!)
const refusal = ref<Trouble | null>(null)
const weight = computed(() => deck.instruments.weight.value)
const net = computed(() =>
  weight.value && weight.value.tare_g !== null ? weight.value.gross_g - weight.value.tare_g : null,
)

async function tare() {
  refusal.value = null
  try {
    await api.tareScale()
    await deck.instruments.poll()
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
}
const take = () =>
  net.value !== null &&
  net.value > 0 &&
  deck.change({ weight_g: net.value, weight_how: 'scale', tare_g: weight.value!.tare_g })

/** What is wrong with the photo that was added last; it is kept all the same. */
const advice = ref<string | null>(null)
async function add(field: HTMLInputElement) {
  const files = [...(field.files ?? [])]
  field.value = ''
  for (const file of files) await deck.addPhoto(file)
  advice.value = files.length ? await adviceOn(files.at(-1)!) : null
}
/** Each picture has an address in memory only while it is shown. */
const urls = ref<Record<string, string>>({})
const forget = () => Object.values(urls.value).forEach((url) => URL.revokeObjectURL(url))
watch(
  deck.photos,
  (photos) => {
    forget()
    urls.value = Object.fromEntries(
      photos.map((photo) => [photo.id, URL.createObjectURL(photo.blob)]),
    )
  },
  { immediate: true },
)
onBeforeUnmount(forget)
</script>

<template>
  <div class="tab">
    <TroubleNote :trouble="refusal" />
    <NumberLine
      :label="t('deck.weighTab.weight')"
      :unit="t('deck.weighTab.gFishAlone')"
      :value="inHand.weight_g"
      :max="2000000"
      @set="deck.change({ weight_g: $event, weight_how: $event === null ? null : 'typed' })"
    />
    <NumberLine
      :label="t('deck.weighTab.wetSling')"
      :unit="t('deck.weighTab.gLeaveEmptyIfNot')"
      :value="inHand.tare_g"
      :max="50000"
      @set="deck.change({ tare_g: $event })"
    />
    <NumberLine
      :label="t('deck.weighTab.girth')"
      :unit="t('deck.weighTab.mmBehindTheFins')"
      :value="inHand.girth_mm"
      :max="5000"
      @set="deck.change({ girth_mm: $event })"
    />
    <div v-if="weight" class="row">
      <span
        >{{ t('deck.weighTab.scale') }} <b class="figures">{{ net ?? weight.gross_g }} g</b
        >{{ net === null ? t('deck.weighTab.withTheSling') : ''
        }}{{ weight.settled ? '' : t('deck.weighTab.moving') }}</span
      >
      <button type="button" @click="tare">{{ t('deck.weighTab.setTareSlingHangsAlone') }}</button>
      <button type="button" :disabled="net === null || !weight.settled || net <= 0" @click="take">
        {{ t('deck.weighTab.use', { weight: net !== null && net > 0 ? `${net} g` : 'weight' }) }}
      </button>
    </div>
    <div class="row photos">
      <label class="add"
        >{{ t('deck.weighTab.photo') }}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          @change="add($event.target as HTMLInputElement)"
      /></label>
      <label class="add"
        >{{ t('deck.weighTab.chooseFiles') }}
        <input
          type="file"
          accept="image/*"
          multiple
          data-testid="photo-file"
          @change="add($event.target as HTMLInputElement)"
      /></label>
      <figure v-for="photo in deck.photos.value" :key="photo.id">
        <img :src="urls[photo.id]" :alt="t('deck.weighTab.photoOfThisFish')" />
        <figcaption>
          {{ photo.why ?? 'waits' }}
          <button
            type="button"
            :aria-label="t('deck.weighTab.removePhoto')"
            @click="deck.removePhoto(photo.id)"
          >
            ✕
          </button>
        </figcaption>
      </figure>
    </div>
    <p v-if="advice" role="status">{{ advice }}</p>
    <p v-for="note in deck.answer.value?.notes.weigh" :key="note" class="soft">{{ note }}</p>
    <ul class="instruments">
      <li
        v-for="line in deck.instruments.lines.value"
        :key="line.name"
        :class="{ stale: line.stale }"
      >
        {{ line.name }}: {{ line.text }}
      </li>
      <li v-if="deck.instruments.phoneTrouble.value" class="stale">
        {{ deck.instruments.phoneTrouble.value }}
      </li>
    </ul>
    <button v-if="!deck.instruments.place.value" type="button" @click="deck.instruments.watchPhone">
      {{ t('deck.weighTab.useThisPhonesPosition') }}
    </button>
  </div>
</template>

<style scoped>
.row {
  gap: 6px;
}
button,
.add {
  min-height: 40px;
  padding: 6px 10px;
  border: 1px solid var(--line-strong);
  border-radius: 10px;
  background: var(--sheet);
  font-size: 15px;
  cursor: pointer;
}
.add input {
  position: absolute;
  opacity: 0;
  width: 1px;
}
.add:focus-within {
  outline: 3px solid var(--sea-deep);
}
figure {
  font-size: 13px;
}
img {
  display: block;
  width: 84px;
  height: 56px;
  object-fit: cover;
  border-radius: 6px;
}
figcaption button {
  min-height: 24px;
  padding: 0 6px;
}
.instruments {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 15px;
}
.stale {
  color: var(--rust);
}
</style>
