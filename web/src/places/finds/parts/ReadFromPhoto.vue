<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/finds'

/** The number of the tag, read out of the finder's own photos when they ask for it. */
const { photos } = defineProps<{ photos: File[] }>()
const emit = defineEmits<{ take: [number: string] }>()
type Offer = NonNullable<Schemas['TagPictureRead']['offer']>

const reading = useAct()
/** Null where no number could be read; undefined before anybody asked. */
const offer = shallowRef<Offer | null>()
const choices = computed(() =>
  offer.value
    ? [offer.value.text, ...offer.value.others.filter((text) => !text.includes('?'))]
    : [],
)
watch(
  () => photos,
  () => (offer.value = undefined),
)

/** The clearest of them; one after another, so that a finder asks for no more than others may. */
const read = () =>
  reading.run(async () => {
    let best: Offer | null = null
    for (const photo of photos) {
      const { offer: other } = await api.readTagPicture(photo)
      if (other && other.share > (best?.share ?? 0)) best = other
    }
    offer.value = best
  })
function take(number: string) {
  emit('take', number)
  offer.value = undefined
}
</script>

<template>
  <div class="stack">
    <button type="button" class="quiet" :disabled="reading.busy.value" @click="read">
      {{
        reading.busy.value ? t('finds.readFromPhoto.reading') : t('finds.readFromPhoto.readNumber')
      }}
    </button>
    <TroubleNote :trouble="reading.refusal.value" />
    <div role="status" aria-live="polite">
      <template v-if="offer">
        <p>
          {{ t('finds.readFromPhoto.weRead') }} <b class="streamer">{{ offer.text }}</b>.
          {{ t('finds.readFromPhoto.rightInOfHundred', { right: Math.floor(offer.share * 100) }) }}
          <template v-if="!offer.is_sure">{{ t('finds.readFromPhoto.notSure') }}</template>
        </p>
        <p v-if="offer.text.includes('?')" class="soft">
          {{ t('finds.readFromPhoto.unreadDigits') }}
        </p>
        <p class="choices">
          <button
            v-for="text in choices"
            :key="text"
            type="button"
            class="quiet"
            @click="take(text)"
          >
            {{ t('finds.readFromPhoto.useNumber', { text }) }}
          </button>
        </p>
      </template>
      <p v-else-if="offer === null">{{ t('finds.readFromPhoto.nothingRead') }}</p>
    </div>
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
</style>
