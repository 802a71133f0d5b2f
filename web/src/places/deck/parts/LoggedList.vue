<script setup lang="ts">
import { useInfiniteScroll } from '@vueuse/core'
import { computed, ref } from 'vue'
import { localDate, shortDateText, timeText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import type { Schemas } from '@/api/client'
import { t } from '@/words/deck'

interface Logged {
  id: string
  species_code: string
  tag_numbers: string[]
  at: string
  sending: 'waiting' | 'sent' | 'held'
  why: string | null
  /** A number stood ready, and nobody has said. */
  asks: boolean
  /** Which fields the server could not take. */
  fields: string[]
  collisions: Schemas['Collisions']
}
const props = defineProps<{
  logged: Logged[]
  species: Schemas['CardSpecies'][]
  inHand: string
  trip: Schemas['Card']['trip']
  trips: Schemas['Deck']['trips']
}>()
const emit = defineEmits<{
  open: [id: string]
  take: [trip: Schemas['Deck']['trips'][number]]
  new: []
}>()
const others = computed(() => props.trips.filter((trip) => trip.id !== props.trip.id))
const isToday = computed(() => props.trip.held_on === localDate())

/** A long day is shown a stretch at a time. */
const STRETCH = 50
const most = ref(STRETCH)
const shown = computed(() => props.logged.slice(0, most.value))
const list = ref<HTMLElement | null>(null)
useInfiniteScroll(list, () => void (most.value += STRETCH), {
  distance: 400,
  canLoadMore: () => most.value < props.logged.length,
})
const name = (code: string) =>
  props.species.find((species) => species.code === code)?.common_name ?? code
const SENDING = {
  waiting: t('deck.loggedList.toSend'),
  sent: t('deck.loggedList.sent'),
  held: t('deck.loggedList.notAcceptedYet'),
}
</script>

<template>
  <aside ref="list" tabindex="0" :aria-label="t('deck.loggedList.onThisTrip')">
    <h2>
      {{ t('deck.loggedList.onThisTrip') }}
      <span v-if="logged.length" class="soft figures">{{ logged.length }}</span>
    </h2>
    <p class="soft">
      <b v-if="!isToday" role="status"
        >{{ t('deck.loggedList.cardOf', { held_on: shortDateText(trip.held_on) }) }} </b>{{
        trip.spot_name
      }}
    </p>
    <p v-if="!logged.length" class="soft">
      {{ t('deck.loggedList.noFishYetTouch') }} <b>{{ t('deck.loggedList.fishOn') }}</b>
      {{ t('deck.loggedList.whenYouHookOne') }}
    </p>
    <ol>
      <li
        v-for="record in shown"
        :key="record.id"
        v-memo="[
          record.sending,
          record.why,
          record.asks,
          record.collisions.length,
          record.species_code,
          record.tag_numbers.join(),
          record.id === inHand,
        ]"
        :class="{ current: record.id === inHand }"
      >
        <button
          type="button"
          class="open"
          :aria-label="
            t('deck.loggedList.openOf', {
              species_code: name(record.species_code),
              at: timeText(record.at),
            })
          "
          @click="emit('open', record.id)"
        >
          {{ record.why ? t('deck.loggedList.fix') : t('deck.loggedList.open') }}
        </button>
        <span class="figures">{{ timeText(record.at) }}</span> {{ name(record.species_code) }}
        <span class="soft">{{ SENDING[record.sending] }}</span>
        <div>
          <TagStreamer v-for="number in record.tag_numbers" :key="number" :number="number" />
        </div>
        <p v-if="record.asks" class="why">{{ t('deck.loggedList.isItsTagInOpen') }}</p>
        <p v-if="record.collisions.length" class="why">
          {{ t('deck.loggedList.twoDevicesRecordedThisFish') }}
          <RouterLink to="/dockside">{{ t('deck.loggedList.chooseOnDockside') }}</RouterLink>
        </p>
        <p v-if="record.why" class="why">{{ record.why }}</p>
      </li>
    </ol>
    <details class="trips">
      <summary>{{ t('deck.loggedList.otherTrips') }}</summary>
      <button
        v-for="coming in others"
        :key="coming.id"
        type="button"
        class="quiet"
        :data-trip="coming.id"
        @click="emit('take', coming)"
      >
        {{ shortDateText(coming.held_on) }}, {{ coming.spot_name
        }}<template v-if="coming.fish">{{
          t('deck.loggedList.fish', { fish: coming.fish })
        }}</template>
      </button>
      <button type="button" class="quiet" data-testid="new-trip" @click="emit('new')">
        {{ t('deck.loggedList.startAnotherTrip') }}
      </button>
    </details>
  </aside>
</template>

<style scoped>
aside {
  border-left: 1px solid var(--line);
  padding-left: var(--gap-3);
}
ol {
  list-style: none;
  margin: var(--gap-3) 0 0;
  padding: 0;
  display: grid;
  gap: var(--gap-3);
}
.open {
  float: right;
  padding: 0 var(--gap-2);
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  font-size: 14px;
  cursor: pointer;
}
.current {
  border-left: 4px solid var(--oilskin);
  padding-left: var(--gap-2);
}
.trips button {
  display: block;
  width: 100%;
  margin-top: 6px;
}
.why {
  color: var(--rust);
  font-size: 15px;
}
</style>
