<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed, defineAsyncComponent, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Stage } from '@/core/field'
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
import type { Tab } from './parts/RecordSheet.vue'
import TagLine from './parts/TagLine.vue'
import { useDeck } from './useDeck'
import { useDeckKeys } from './useDeckKeys'
import { typedText } from './fishInHand'

/** Its calendar is as large as the rest of the Deck, and a trip is begun once. */
const TripStart = defineAsyncComponent(() => import('./parts/TripStart.vue'))
/** So long after the Deck the rest of it is fetched. */
const REST_AFTER_MS = 1500
/** The rest of the record is asked for by a touch. */
const recordSheet = () => import('./parts/RecordSheet.vue')
const RecordSheet = defineAsyncComponent(recordSheet)
/** With the drawings of all guilds, and seldom asked for. */
const techniqueSheet = () => import('./parts/TechniqueSheet.vue')
const TechniqueSheet = defineAsyncComponent(techniqueSheet)

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
  doNext,
  undo,
  bycatch,
  reopen,
  change,
  digit,
  settledStage,
  settledDone,
} = state
const route = useRoute()
onMounted(async () => {
  await load()
  // From Ready: the card of a coming day.
  const coming = deck.value?.trips.find((trip) => trip.held_on === route.query.on)
  if (coming) await takeCard(coming)
  void checkRoom()
  // Both lie on the device before the signal can be lost, also where no worker keeps the pages; the
  // first lines of now come before them.
  setTimeout(() => void Promise.allSettled([recordSheet(), techniqueSheet()]), REST_AFTER_MS)
})

/**
 * What the page is laid out for: a fish that has just ended is drawn as closed once core has
 * answered, a frame after the touch.
 */
const laidOut = computed(() =>
  life.value === 'closed' && !settledDone.value ? 'open' : life.value,
)
const noting = ref(false)
const showKeys = ref(false)
/**
 * Wide enough for the day's list beside the Deck; on a phone it opens from what waits to be sent.
 */
const wide = useMediaQuery('(min-width: 900px)')
/**
 * A phone has room for one of the two: where the hook is, or the length. Each stage shows the one
 * it needs; before the fish is in the net the room belongs to what to do now.
 */
type Panel = 'hook' | 'pad'
function panelOf(stage: Stage | undefined): Panel | 'none' {
  if (life.value === 'reopened') return 'pad'
  if (stage === 'in_net') return 'hook'
  if (stage === 'lifted') return 'pad'
  // What was read off the board is typed when the fish is back in the water.
  if (stage === 'back_in_water') return fish.value?.digits ? 'hook' : 'pad'
  return 'none'
}
const panel = ref<Panel | 'none'>('none')
// Chosen when a stage begins and not after, so that no key moves under a finger.
watch(
  [settledStage, () => fish.value?.id, laidOut],
  () => (panel.value = panelOf(settledStage.value)),
  { immediate: true },
)
const pick = (wanted: Panel) => (panel.value = panel.value === wanted ? 'none' : wanted)
/** Whether a part is on the screen. */
const shows = (part: Panel) => laidOut.value !== 'closed' && (wide.value || panel.value === part)
// On a small phone the Deck is the page: the bar of places steps back.
onMounted(() => document.body.classList.add('at-water'))
onUnmounted(() => document.body.classList.remove('at-water'))
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
    next: () => doNext(natural.value),
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
  <div
    v-else
    class="deck"
    :class="{ covered: cover, closed: laidOut === 'closed', bare: panel === 'none' }"
  >
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
        v-show="laidOut === 'closed'"
        class="gone"
        :deck="state"
        @change="change({ reopened: true })"
      />
      <nav
        v-if="!wide && laidOut !== 'closed'"
        class="switch"
        :aria-label="t('deck.deck.partsOfTheRecord')"
      >
        <button type="button" :aria-pressed="panel === 'hook'" @click="pick('hook')">
          {{ t('deck.deck.hookAndSigns') }}
        </button>
        <button type="button" :aria-pressed="panel === 'pad'" @click="pick('pad')">
          {{
            fish.digits
              ? t('deck.deck.lengthOf', { length: typedText(fish.digits), unit })
              : t('deck.deck.length')
          }}
        </button>
      </nav>
      <FishLine v-show="shows('hook')" class="hook" :deck="state" />
      <LengthPad
        v-show="shows('pad')"
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
  --panel: 142px;
  --acts: 186px;
  flex: none;
  display: grid;
  height: calc(100dvh - 49px);
  min-height: 540px;
  gap: 5px var(--gap-2);
  padding: 2px var(--gap-2) 6px;
  grid-template-columns: 46px minmax(0, 1fr);
  /* Fixed, so that no key moves from stage to stage; what is left belongs to the lines. */
  grid-template-rows: 42px 58px 42px minmax(0, 1fr) 34px var(--panel) var(--acts);
  grid-template-areas: 'top top' 'draught clock' 'draught tag' 'draught now' 'switch switch' 'panel panel' 'acts acts';
}
/* Before there is anything to record the lines have the room. */
.deck.bare {
  --panel: 0px;
  row-gap: 5px;
}
.deck.closed {
  --panel: 176px;
  grid-template-rows: 42px 58px 42px minmax(0, 1fr) 0 var(--panel) var(--acts);
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
.switch {
  grid-area: switch;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.switch button {
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  font-size: 15px;
  cursor: pointer;
  touch-action: manipulation;
}
.switch [aria-pressed='true'] {
  border: 2px solid var(--kelp);
  background: var(--kelp-soft);
}
.hook,
.pad,
.gone {
  grid-area: panel;
}
.acts {
  grid-area: acts;
}
.cover {
  grid-row: now-start / panel-end;
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
/* For a left hand the column that is only read stands at the right. */
@media (max-width: 899px) and (min-height: 481px) {
  [data-hand='left'] .deck {
    grid-template-columns: minmax(0, 1fr) 46px;
    grid-template-areas: 'top top' 'clock draught' 'tag draught' 'now draught' 'switch switch' 'panel panel' 'acts acts';
  }
}
@media (max-height: 759px) {
  .deck {
    height: 100dvh;
  }
}
@media (max-height: 699px) {
  .deck {
    --acts: 140px;
  }
}
/* A phone on its side: what to do at the left, what to touch at the right. */
@media (max-width: 899px) and (max-height: 480px) and (orientation: landscape) {
  .deck,
  .deck.closed {
    --panel: 0px;
    min-height: 320px;
    grid-template-columns: 46px minmax(0, 1fr) minmax(0, 1fr);
    grid-template-rows: 40px 56px 40px minmax(36px, 1fr) 150px;
    grid-template-areas:
      'top top switch'
      'draught clock panel'
      'draught tag panel'
      'draught now panel'
      'draught now acts';
  }
  .deck.bare .now {
    grid-area: now;
  }
  [data-hand='left'] .deck {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) 46px;
    grid-template-areas:
      'switch top top'
      'panel clock draught'
      'panel tag draught'
      'panel now draught'
      'acts now draught';
  }
  .cover {
    grid-row: tag-start / now-end;
    grid-column: 1 / 3;
  }
  .covered :deep(.draught) {
    grid-row: clock-start / clock-end;
  }
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
  .deck,
  .deck.closed {
    --panel: auto;
    flex: 1;
    height: auto;
    min-height: 0;
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
  .hook {
    grid-area: hook;
  }
  .pad {
    grid-area: pad;
  }
  .gone {
    grid-area: hook-start / hook-start / pad-end / hook-end;
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
