<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { tempText } from '@/format/units'
import { useQueue } from '@/offline/queue'
import { t } from '@/words/deck'
import { soundOn } from '../sound'
import type { DeckState } from '../useDeck'
import QueueNote from './QueueNote.vue'

const { deck, hurt } = defineProps<{ deck: DeckState; hurt: boolean }>()
const emit = defineEmits<{ hurt: []; list: [] }>()
const { card, species, waterTempC } = deck
const queue = storeToRefs(useQueue())

/** The keys belong to the Deck again as soon as the choice is made. */
function pickSpecies(list: HTMLSelectElement) {
  deck.chooseSpecies(list.value)
  list.blur()
}
</script>

<template>
  <section class="top">
    <select
      class="species"
      :value="species!.code"
      :aria-label="t('deck.deckTop.species')"
      @change="pickSpecies($event.target as HTMLSelectElement)"
    >
      <option v-for="kind in card!.species" :key="kind.code" :value="kind.code">
        {{ kind.common_name }}
      </option>
    </select>
    <p class="where">
      {{ card!.trip.spot_name
      }}<template v-if="waterTempC !== null">, {{ tempText(waterTempC) }}</template
      >{{ ' ' }}
      <RouterLink :to="`/guide/${species!.guild_key}`">{{ t('deck.deckTop.guide') }}</RouterLink>
    </p>
    <button type="button" class="hurt" :aria-pressed="hurt" @click="emit('hurt')">
      {{ t('deck.deckTop.hurt') }}
    </button>
    <button
      type="button"
      class="sound"
      :aria-pressed="soundOn"
      :aria-label="soundOn ? t('deck.deckTop.soundIsOn') : t('deck.deckTop.soundIsOff')"
      @click="soundOn = !soundOn"
    >
      {{ soundOn ? '♪' : '♪̸' }}
    </button>
    <QueueNote
      :waiting="queue.waiting.value.length"
      :held="queue.held.value.length"
      :photos="queue.photosWaiting.value.length"
      :oldest-ms="queue.oldestMs.value"
      :signed-out="queue.signedOut.value"
      @open="emit('list')"
    />
  </section>
</template>

<style scoped>
.top {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto auto;
  align-items: center;
  gap: 0 6px;
}
.species {
  min-height: 44px;
  border: 0;
  border-bottom: 2px solid var(--line-strong);
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  font-size: 20px;
  font-weight: var(--weight-strong);
}
.species option {
  background: var(--sheet);
}
.where {
  display: none;
}
.hurt,
.sound {
  min-height: 40px;
  padding: 0 10px;
  border: 2px solid var(--rust);
  border-radius: 99px;
  background: var(--sheet);
  color: var(--rust);
  font-weight: var(--weight-strong);
  cursor: pointer;
}
.sound {
  width: 40px;
  padding: 0;
  border: 1px solid var(--line-strong);
  color: var(--ink);
  font-size: 18px;
}
@media (min-width: 900px) {
  .where {
    display: block;
  }
  .top {
    grid-template-columns: minmax(200px, 320px) 1fr auto auto auto;
  }
}
</style>
