<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { defineAsyncComponent, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { checkRoom } from '@/offline/room'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/deck'
import ActStrip from './parts/ActStrip.vue'
import DeckClock from './parts/DeckClock.vue'
import DeckTop from './parts/DeckTop.vue'
import FishClosed from './parts/FishClosed.vue'
import FishLine from './parts/FishLine.vue'
import LengthPad from './parts/LengthPad.vue'
import LoggedList from './parts/LoggedList.vue'
import NowLines from './parts/NowLines.vue'
import OtherCatch from './parts/OtherCatch.vue'
import PeopleFirst from './parts/PeopleFirst.vue'
import RecordSheet, { type Tab } from './parts/RecordSheet.vue'
import TagLine from './parts/TagLine.vue'
import { useDeck } from './useDeck'
import { useDeckKeys } from './useDeckKeys'

/** Its calendar is as large as the rest of the Deck, and a trip is begun once. */
const TripStart = defineAsyncComponent(() => import('./parts/TripStart.vue'))
/** With the drawings of all guilds, and seldom asked for. */
const TechniqueSheet = defineAsyncComponent(() => import('./parts/TechniqueSheet.vue'))

/**
 * The Deck is laid out here; each part reads what it shows from the deck itself, so that a tap
 * draws only what it changes.
 */
const state = useDeck()
const {
  deck,
  card,
  loading,
  refusal,
  fish,
  species,
  isOut,
  isDone,
  life,
  unit,
  natural,
  logged,
  load,
  newTrip,
  startTrip,
  takeCard,
  tap,
  undo,
  bycatch,
  reopen,
  change,
  digit,
} = state
const route = useRoute()
onMounted(async () => {
  await load()
  // From Ready: the card of a coming day.
  const coming = deck.value?.trips.find((trip) => trip.held_on === route.query.on)
  if (coming) await takeCard(coming)
  void checkRoom()
})

const noting = ref(false)
const showKeys = ref(false)
/**
 * Wide enough for the day's list beside the Deck; on a phone it opens from what waits to be sent.
 */
const wide = useMediaQuery('(min-width: 900px)')
/** What lies over the lower part of the Deck; the clock and the next act stay in reach. */
type Cover = 'record' | 'people' | 'other' | 'list' | 'technique' | null
const cover = ref<Cover>(null)
const tab = ref<Tab>('tag')
const technique = ref('')
function showTechnique(key: string) {
  technique.value = key
  cover.value = 'technique'
}
const show = (wanted: Cover) => (cover.value = cover.value === wanted ? null : wanted)
function openTab(chosen: Tab) {
  tab.value = chosen
  cover.value = 'record'
}
function caughtAgain() {
  if (isDone.value) tap('fish_on')
  change({ kind: 'recaptured', tag_numbers: [], tag_act: 'left' })
  openTab('tag')
}
function caughtOther(code: string) {
  bycatch(code)
  cover.value = null
}
/** The part of the record in which the fault of a held one lies. */
const PARTS: [RegExp, Tab][] = [
  [/tag/, 'tag'],
  [/hook|removal|bleeding|marks/, 'hook'],
  [/weight|tare|girth/, 'weigh'],
  [/depth|pressure/, 'depth'],
  [/stage|revision/, 'times'],
]
function heldPart(id: string): Tab | null {
  const held = logged.value.find((record) => record.id === id)
  return held?.why
    ? (PARTS.find(([fields]) => held.fields.some((field) => fields.test(field)))?.[1] ?? 'times')
    : null
}
async function open(id: string) {
  if (!(await reopen(id))) return
  const part = heldPart(id)
  if (part) openTab(part)
  else cover.value = null
}

async function takeTrip(trip: Parameters<typeof takeCard>[0]) {
  await takeCard(trip)
  cover.value = null
}

useDeckKeys(
  {
    next: () => tap(natural.value),
    tagIn: () => tap('tag_in'),
    back: () => isOut.value && tap('back_in_water'),
    undo,
    note: () => (noting.value = true),
    digit,
    help: () => (showKeys.value = !showKeys.value),
    record: () => show('record'),
    people: () => show('people'),
    other: () => show('other'),
    close: () => {
      cover.value = null
      noting.value = false
    },
  },
  noting,
)
</script>

<template>
  <div v-if="loading" class="page"><el-skeleton :rows="6" animated /></div>
  <div v-else-if="!card || !fish || !species" class="page narrow">
    <TroubleNote :trouble="refusal" />
    <TripStart
      v-if="deck"
      :spots="deck.spots"
      :trips="deck.trips"
      @start="startTrip"
      @take="takeCard"
    />
    <el-button v-else @click="load">{{ t('deck.deck.tryAgain') }}</el-button>
  </div>
  <div v-else class="deck" :class="{ covered: cover }">
    <DeckTop
      class="top"
      :deck="state"
      :hurt="cover === 'people'"
      @hurt="show('people')"
      @list="wide || show('list')"
    />
    <DeckClock :deck="state" />
    <TagLine class="tag" :deck="state" @open="openTab('tag')" />
    <template v-if="!cover">
      <NowLines class="now" :deck="state" @state="openTab('state')" @technique="showTechnique" />
      <FishClosed
        v-show="life === 'closed'"
        class="gone"
        :deck="state"
        @change="change({ reopened: true })"
      />
      <FishLine v-show="life !== 'closed'" class="hook" :deck="state" />
      <LengthPad
        v-show="life !== 'closed'"
        class="pad"
        :digits="fish.digits"
        :unit="unit"
        :kind="fish.length_kind"
        :own-kind="species.length_kind"
        :how="fish.length_how"
        @digit="digit"
        @kind="change({ length_kind: $event })"
        @how="change({ length_how: $event })"
      />
    </template>
    <RecordSheet
      v-else-if="cover === 'record'"
      v-model:tab="tab"
      class="cover"
      :deck="state"
      @close="cover = null"
    />
    <PeopleFirst v-else-if="cover === 'people'" class="cover" @close="cover = null" />
    <TechniqueSheet
      v-else-if="cover === 'technique'"
      class="cover"
      :technique="technique"
      @close="cover = null"
    />
    <LoggedList
      v-else-if="cover === 'list'"
      class="cover"
      :logged="logged"
      :species="card.species"
      :in-hand="fish.id"
      :trip="card.trip"
      :trips="deck!.trips"
      @open="open"
      @take="takeTrip"
      @new="newTrip"
    />
    <OtherCatch
      v-else
      class="cover"
      :species="card.species"
      @catch="caughtOther"
      @close="cover = null"
    />
    <ActStrip
      v-model:note="noting"
      v-model:keys="showKeys"
      class="acts"
      :deck="state"
      :more="cover === 'record'"
      @more="show('record')"
      @other="show('other')"
      @again="caughtAgain"
    />
    <LoggedList
      v-if="wide"
      class="logged"
      :logged="logged"
      :species="card.species"
      :in-hand="fish.id"
      :trip="card.trip"
      :trips="deck!.trips"
      @open="open"
      @take="takeTrip"
      @new="newTrip"
    />
  </div>
</template>

<style scoped>
.deck {
  flex: 1;
  display: grid;
  min-height: 0;
  gap: 6px var(--gap-3);
  padding: 4px var(--gap-3) var(--gap-2);
  grid-template-columns: 74px minmax(0, 1fr);
  /* Fixed, so that no key moves from stage to stage. */
  grid-template-rows: 46px 78px 44px 120px 160px 156px minmax(140px, 1fr);
  grid-template-areas: 'top top' 'draught clock' 'draught tag' 'draught now' 'draught hook' 'pad pad' 'acts acts';
}
.top {
  grid-area: top;
}
.deck :deep(.draught) {
  grid-area: draught;
}
.deck :deep(.clock) {
  grid-area: clock;
}
.tag {
  grid-area: tag;
}
.now {
  grid-area: now;
}
.hook {
  grid-area: hook;
}
.pad {
  grid-area: pad;
}
.gone {
  grid-area: hook-start / hook-start / pad-end / hook-end;
}
.acts {
  grid-area: acts;
}
.cover {
  grid-row: now-start / pad-end;
  grid-column: 1 / -1;
  min-height: 0;
}
.covered :deep(.draught) {
  grid-row: clock-start / tag-end;
}
/* The rows are fixed: what changes in one part is not measured in the others. */
.deck :deep(.draught),
.deck :deep(.clock),
.tag,
.now,
.hook,
.gone,
.pad,
.acts,
.cover {
  contain: strict;
}
@media (min-width: 900px) {
  .deck :deep(.draught),
  .deck :deep(.clock),
  .tag,
  .now,
  .hook,
  .gone,
  .pad,
  .acts,
  .cover {
    contain: layout;
  }
  .deck {
    width: 100%;
    gap: var(--gap-3) var(--gap-4);
    padding: var(--gap-3) var(--edge);
    grid-template-columns: 120px minmax(360px, 1.1fr) minmax(320px, 1fr) 250px;
    grid-template-rows: auto auto auto 1fr auto;
    grid-template-areas:
      'top top top logged'
      'draught clock hook logged'
      'draught tag hook logged'
      'draught now pad logged'
      'acts acts acts logged';
  }
  .cover {
    grid-area: clock-start / hook-start / pad-end / hook-end;
  }
  .covered :deep(.draught) {
    grid-area: draught;
  }
  .logged {
    grid-area: logged;
    overflow: auto;
    /* As tall as the Deck beside it: a list that grew with its fish would never stop filling. */
    contain: strict;
  }
}
</style>
