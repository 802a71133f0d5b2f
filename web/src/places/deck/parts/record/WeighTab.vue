<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { api } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import TroubleNote from '@/parts/TroubleNote.vue'
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

async function add(field: HTMLInputElement) {
  for (const file of field.files ?? []) await deck.addPhoto(file)
  field.value = ''
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
      label="Weight"
      unit="g, fish alone"
      :value="inHand.weight_g"
      :max="2000000"
      @set="deck.change({ weight_g: $event, weight_how: $event === null ? null : 'typed' })"
    />
    <NumberLine
      label="Wet sling"
      unit="g; empty: not weighed"
      :value="inHand.tare_g"
      :max="50000"
      @set="deck.change({ tare_g: $event })"
    />
    <NumberLine
      label="Girth"
      unit="mm, behind the fins"
      :value="inHand.girth_mm"
      :max="5000"
      @set="deck.change({ girth_mm: $event })"
    />
    <div v-if="weight" class="row">
      <span
        >Scale: <b class="figures">{{ net ?? weight.gross_g }} g</b
        >{{ net === null ? ' with the sling' : '' }}{{ weight.settled ? '' : ', moving' }}</span
      >
      <button type="button" @click="tare">Sling hangs alone: tare</button>
      <button type="button" :disabled="net === null || !weight.settled || net <= 0" @click="take">
        Take {{ net !== null && net > 0 ? `${net} g` : 'weight' }}
      </button>
    </div>
    <div class="row photos">
      <label class="add"
        >Photo
        <input
          type="file"
          accept="image/*"
          capture="environment"
          @change="add($event.target as HTMLInputElement)"
      /></label>
      <label class="add"
        >From files
        <input
          type="file"
          accept="image/*"
          multiple
          data-testid="photo-file"
          @change="add($event.target as HTMLInputElement)"
      /></label>
      <figure v-for="photo in deck.photos.value" :key="photo.id">
        <img :src="urls[photo.id]" alt="Photo of this fish" />
        <figcaption>
          {{ photo.why ?? 'waits' }}
          <button type="button" aria-label="Remove this photo" @click="deck.removePhoto(photo.id)">
            ✕
          </button>
        </figcaption>
      </figure>
    </div>
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
      Use this phone’s position
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
