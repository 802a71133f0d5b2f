<script setup lang="ts">
import { useInfiniteScroll } from '@vueuse/core'
import { computed, ref } from 'vue'
import { localDate, shortDateText, timeText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import type { Schemas } from '@/api/client'

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
const SENDING = { waiting: 'to send', sent: 'sent', held: 'held back' }
</script>

<template>
  <aside ref="list" tabindex="0" aria-label="On this trip">
    <h2>
      On this trip <span v-if="logged.length" class="soft figures">{{ logged.length }}</span>
    </h2>
    <p class="soft">
      <b v-if="!isToday" role="status">Card of {{ shortDateText(trip.held_on) }}. </b
      >{{ trip.spot_name }}
    </p>
    <p v-if="!logged.length" class="soft">No fish yet. Touch <b>Fish on</b> when one takes.</p>
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
          :aria-label="`Open ${name(record.species_code)} of ${timeText(record.at)}`"
          @click="emit('open', record.id)"
        >
          {{ record.why ? 'mend' : 'open' }}
        </button>
        <span class="figures">{{ timeText(record.at) }}</span> {{ name(record.species_code) }}
        <span class="soft">{{ SENDING[record.sending] }}</span>
        <div>
          <TagStreamer v-for="number in record.tag_numbers" :key="number" :number="number" />
        </div>
        <p v-if="record.asks" class="why">Is its tag in? Open it and say so.</p>
        <p v-if="record.collisions.length" class="why">
          Two devices say something different of it.
          <RouterLink to="/dockside">Choose on Dockside</RouterLink>
        </p>
        <p v-if="record.why" class="why">{{ record.why }}</p>
      </li>
    </ol>
    <details class="trips">
      <summary>Other trips</summary>
      <button
        v-for="coming in others"
        :key="coming.id"
        type="button"
        class="quiet"
        :data-trip="coming.id"
        @click="emit('take', coming)"
      >
        {{ shortDateText(coming.held_on) }}, {{ coming.spot_name
        }}<template v-if="coming.fish">, {{ coming.fish }} fish</template>
      </button>
      <button type="button" class="quiet" data-testid="new-trip" @click="emit('new')">
        Start another trip
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
