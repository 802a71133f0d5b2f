<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed } from 'vue'
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
const groups = computed(() =>
  [
    { label: t('deck.deckTop.caughtHere'), isLocal: true },
    { label: t('deck.deckTop.otherSpecies'), isLocal: false },
  ]
    .map(({ label, isLocal }) => ({
      label,
      species: card.value!.species.filter((kind) => (kind.is_local ?? true) === isLocal),
    }))
    .filter((group) => group.species.length),
)

/** The keys belong to the Deck again as soon as the choice is made. */
function pickSpecies(list: HTMLSelectElement) {
  deck.chooseSpecies(list.value)
  list.blur()
}
</script>

<template>
  <section class="top">
    <RouterLink class="exit" to="/ready" :aria-label="t('deck.deckTop.places')">‹</RouterLink>
    <div class="species">
      <b aria-hidden="true">{{ species!.common_name }}</b>
      <select
        :value="species!.code"
        :aria-label="t('deck.deckTop.species')"
        @change="pickSpecies($event.target as HTMLSelectElement)"
      >
        <optgroup v-for="group in groups" :key="group.label" :label="group.label">
          <option v-for="kind in group.species" :key="kind.code" :value="kind.code">
            {{ kind.common_name }}
          </option>
        </optgroup>
      </select>
    </div>
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
/* The name wraps, which no list does: the list lies over it, unseen. */
.species {
  position: relative;
  display: flex;
  align-items: center;
  min-height: 44px;
  padding-right: 16px;
  border-bottom: 2px solid var(--line-strong);
  line-height: 1.05;
}
.species::after {
  content: '▾';
  position: absolute;
  right: 2px;
}
.species:focus-within {
  outline: 3px solid var(--sea-deep);
}
.species select {
  position: absolute;
  inset: 0;
  width: 100%;
  border: 0;
  background: transparent;
  color: transparent;
  font-size: 17px;
  appearance: none;
  cursor: pointer;
}
/* Its own list is read again. */
.species option {
  background: var(--sheet);
  color: var(--ink);
}
.where {
  display: none;
}
.exit {
  display: none;
  align-items: center;
  justify-content: center;
  width: 34px;
  min-height: 44px;
  font-size: 28px;
  text-decoration: none;
}
@media (max-width: 899px) and (max-height: 759px) {
  .exit {
    display: flex;
  }
  .top {
    grid-template-columns: auto minmax(0, 1fr) auto auto auto;
  }
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
