<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { clockText, tempText } from '@/format/units'
import { checkRoom, roomTrouble } from '@/offline/room'
import { useQueue } from '@/offline/queue'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { ACT, BAND, OUTCOME } from '@/words/fish'
import { readClock, type Act } from './card'
import ClockPanel from './parts/ClockPanel.vue'
import DraughtColumn from './parts/DraughtColumn.vue'
import HookPlaces from './parts/HookPlaces.vue'
import LengthPad from './parts/LengthPad.vue'
import LoggedList from './parts/LoggedList.vue'
import OtherCatch from './parts/OtherCatch.vue'
import PeopleFirst from './parts/PeopleFirst.vue'
import QueueNote from './parts/QueueNote.vue'
import RecordSheet, { type Tab } from './parts/RecordSheet.vue'
import SignsRow from './parts/SignsRow.vue'
import TripStart from './parts/TripStart.vue'
import { soundOn } from './sound'
import { useDeck } from './useDeck'
import { useDeckKeys } from './useDeckKeys'

const state = useDeck()
const {
  deck, card, loading, refusal, hands, at, fish, species, stage, clock, isOut, isDone, unit, waterTempC, oneLift, totalLift, fightBudget, airBefore, restNeeded,
  natural, others, nowLines, caution, advice, keeping, pouch, logged, load, startTrip, tap, undo, secondFish, turnTo, bycatch, reopen, chooseSpecies, setTag, change, digit,
} = state
const queue = storeToRefs(useQueue())
onMounted(() => {
  void load()
  void checkRoom()
})

const noteBox = ref<HTMLInputElement | null>(null)
const noting = ref(false)
const showKeys = ref(false)
async function openNote() {
  noting.value = true
  await nextTick()
  noteBox.value?.focus()
}

/** What lies over the lower part of the Deck; the clock and the next act stay in reach. */
type Cover = 'record' | 'people' | 'other' | null
const cover = ref<Cover>(null)
const tab = ref<Tab>('tag')
const show = (what: Cover) => (cover.value = cover.value === what ? null : what)
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
async function open(id: string) {
  if (await reopen(id)) openTab('times')
}

useDeckKeys({
  next: () => tap(natural.value),
  back: () => isOut.value && tap('back_in_water'),
  undo,
  note: () => void openNote(),
  digit,
  help: () => (showKeys.value = !showKeys.value),
  record: () => show('record'),
  people: () => show('people'),
  other: () => show('other'),
  close: () => (cover.value = null),
})

/** The line whose reason is asked for. */
const asked = ref<string | null>(null)
const strip = ref<HTMLElement | null>(null)
watch(stage, () => {
  asked.value = null
  strip.value?.scrollTo(0, 0)
})
const verdict = computed(() => (advice.value?.advice === 'let_go' && fish.value?.kind === 'tagged' && !isDone.value && !isOut.value ? `better not: ${advice.value.reasons[0]}` : null))
const isOver = computed(() => isOut.value && clock.value.airSeconds >= Math.min(oneLift.value + airBefore.value, totalLift.value))

/** The keys belong to the Deck again as soon as the choice is made. */
function pickSpecies(list: HTMLSelectElement) {
  chooseSpecies(list.value)
  list.blur()
}
function actLabel(act: Act) {
  if (act === 'in_net' && isDone.value) return 'Floated: net it'
  if (act === 'lifted' && stage.value === 'back_in_water') return 'Lift again'
  return act === 'kept' && keeping.value ? `Keep: ${keeping.value.text}` : ACT[act].button
}
const handLabel = (place: number) => {
  const one = hands.value[place]!
  return `${card.value!.species.find((kind) => kind.code === one.species_code)?.common_name ?? 'Fish'}, ${one.taps.length ? ACT[one.taps.at(-1)!.act].stage : 'ready'} ${clockText(readClock(one.taps, Date.now()).stageSeconds)}`
}
</script>

<template>
  <div v-if="loading" class="page"><el-skeleton :rows="6" animated /></div>
  <div v-else-if="!card || !fish || !species" class="page narrow">
    <TroubleNote :trouble="refusal" />
    <TripStart v-if="deck" :spots="deck.spots" @start="startTrip" />
    <el-button v-else @click="load">Try again</el-button>
  </div>
  <div v-else class="deck" :class="{ out: isOut, covered: cover }">
    <section class="top">
      <select class="species" :value="species.code" aria-label="Species" @change="pickSpecies($event.target as HTMLSelectElement)">
        <option v-for="one in card.species" :key="one.code" :value="one.code">{{ one.common_name }}</option>
      </select>
      <p class="where">{{ card.trip.spot_name }}<template v-if="waterTempC !== null">, {{ tempText(waterTempC) }}</template> <RouterLink :to="`/guide/${species.guild}`">Guide</RouterLink></p>
      <button type="button" class="hurt" :aria-pressed="cover === 'people'" @click="show('people')">Hurt?</button>
      <button type="button" class="sound" :aria-pressed="soundOn" :aria-label="soundOn ? 'Sound is on' : 'Sound is off'" @click="soundOn = !soundOn">{{ soundOn ? '♪' : '♪̸' }}</button>
      <QueueNote :waiting="queue.waiting.value.length" :held="queue.held.value.length" :photos="queue.photosWaiting.value.length" :oldest-ms="queue.oldestMs.value" :signed-out="queue.signedOut.value" />
    </section>

    <DraughtColumn class="draught" :one-lift="oneLift" :total="totalLift" :air-before="airBefore" :taps="fish.taps" :rest-needed="restNeeded" />
    <ClockPanel class="clock" :taps="fish.taps" :one-lift="oneLift" :total="totalLift" :air-before="airBefore" :rest-needed="restNeeded" :fight-budget="fightBudget" />

    <section class="tag">
      <button type="button" class="tag-button" :disabled="!species.taggable && fish.kind !== 'recaptured'" @click="openTab('tag')">
        <TagStreamer v-if="fish.tag_numbers.length" :number="fish.tag_numbers.at(-1)!" size="large" />
        <span v-else class="no-tag">{{ fish.kind === 'recaptured' ? 'Read its tag' : species.taggable ? (pouch.length ? 'No tag in this fish' : 'No tags in your pouch') : 'Not a fish for this tag' }}</span>
      </button>
      <button v-if="verdict" type="button" class="swap verdict" @click="openTab('tag')">{{ verdict }}</button>
      <button v-else-if="species.taggable && fish.kind !== 'recaptured' && (fish.tag_numbers.length || pouch.length)" type="button" class="swap" @click="setTag(fish.tag_numbers.length ? null : (pouch[0] ?? null))">
        {{ fish.tag_numbers.length > 1 ? `${fish.tag_numbers.length} tags` : fish.tag_numbers.length ? 'no tag' : 'tag it' }}
      </button>
      <span v-else-if="fish.kind === 'recaptured'" class="swap">caught again</span>
    </section>

    <ul v-if="!cover" class="now" aria-label="Now">
      <template v-if="stage === 'let_go'">
        <li class="went">
          <button v-for="(words, key) in OUTCOME" v-show="key !== 'floated'" :key="key" type="button" :class="{ on: fish.outcome === key }" :aria-pressed="fish.outcome === key" :data-outcome="key" @click="change({ outcome: key as never })">{{ words }}</button>
        </li>
        <li><button type="button" class="line" @click="openTab('state')">Handling: {{ caution.points }} points, {{ BAND[caution.band] }}. {{ caution.parts[0] ? `Most from: ${caution.parts.toSorted((a, b) => b.points - a.points)[0]!.name}.` : '' }}</button></li>
      </template>
      <li v-for="line in nowLines.slice(0, stage === 'let_go' ? 1 : undefined)" :key="line.text">
        <button type="button" class="line" :aria-expanded="asked === line.text" @click="asked = asked === line.text ? null : line.text">{{ asked === line.text ? `Why: ${line.why}` : line.text }}</button>
      </li>
      <li v-if="card.authorisation.verdict === 'stop' && stage === 'start'" class="withheld">{{ card.authorisation.text }}</li>
      <li v-if="roomTrouble && stage === 'start'" class="withheld">{{ roomTrouble }}</li>
    </ul>

    <template v-if="!cover">
      <section class="hook">
        <SignsRow
          :bleeding="fish.bleeding"
          :swollen="fish.pressure_signs.includes('swollen')"
          :rolls-over="fish.reflexes.rights_itself === 'absent'"
          @change="change($event)"
          @swollen="change({ pressure_signs: fish.pressure_signs.includes('swollen') ? fish.pressure_signs.filter((one) => one !== 'swollen') : [...fish.pressure_signs, 'swollen'] })"
          @rolls="change({ reflexes: { ...fish.reflexes, rights_itself: fish.reflexes.rights_itself === 'absent' ? 'present' : 'absent' } })"
        />
        <HookPlaces :model-value="fish.hook_place" @update:model-value="change({ hook_place: $event })" />
      </section>
      <LengthPad
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
    <RecordSheet v-else-if="cover === 'record'" v-model:tab="tab" class="cover" :deck="state" @close="cover = null" />
    <PeopleFirst v-else-if="cover === 'people'" class="cover" :cases="card.first_aid" @close="cover = null" />
    <OtherCatch v-else class="cover" :species="card.species" @catch="caughtOther" @close="cover = null" />

    <section class="acts">
      <div class="row">
      <div ref="strip" class="others">
        <button v-for="act in others" :key="act" type="button" :class="{ doubtful: act === 'kept' && !keeping?.may }" @click="tap(act)">{{ actLabel(act) }}</button>
        <button v-if="stage === 'in_net' || stage === 'back_in_water'" type="button" @click="secondFish">Another fish on</button>
        <button v-if="!isOut && (stage === 'start' || isDone)" type="button" data-testid="other" @click="show('other')">Other catch</button>
        <button v-if="!isOut" type="button" data-testid="again" @click="caughtAgain">Already tagged</button>
        <template v-for="(one, place) in hands" :key="one.id">
          <button v-if="hands.length > 1 && place !== at" type="button" class="hand" @click="turnTo(place)">{{ handLabel(place) }}</button>
        </template>
        <button type="button" class="keys-button" :aria-expanded="showKeys" @click="showKeys = !showKeys">Keys</button>
      </div>
      <button type="button" :disabled="!fish.taps.length" @click="undo">Undo</button>
      <button type="button" :aria-pressed="cover === 'record'" data-testid="more" @click="show('record')">{{ cover === 'record' ? 'Less' : 'More' }}</button>
      </div>
      <button type="button" class="next" :class="{ stop: isOver }" data-testid="next" @click="tap(natural)">
        {{ isDone ? 'Next fish on' : ACT[natural].button }}
      </button>
      <label v-if="noting" class="note">Note <input ref="noteBox" :value="fish.note" maxlength="2000" @input="change({ note: ($event.target as HTMLInputElement).value })" @keydown.enter="noting = false" /></label>
      <p v-if="showKeys" class="keys">Space: next act. B: back in water. Digits: length. Backspace: last digit. N: note. U: undo. M: the rest of the record. O: other catch. H: somebody is hurt. Escape: close. ?: these keys.</p>
    </section>

    <LoggedList class="logged" :logged="logged" :species="card.species" :in-hand="fish.id" @open="open" />
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
  grid-template-rows: 46px 78px 44px 120px 160px 156px minmax(0, 1fr);
  grid-template-areas: 'top top' 'draught clock' 'draught tag' 'draught now' 'draught hook' 'pad pad' 'acts acts';
}
.top {
  grid-area: top;
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
.draught {
  grid-area: draught;
}
.clock {
  grid-area: clock;
}
.tag {
  grid-area: tag;
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  min-height: 44px;
}
.tag-button {
  min-height: 44px;
  padding: 0;
  background: none;
  border: 0;
  text-align: left;
  cursor: pointer;
}
.tag-button:disabled {
  cursor: default;
}
.no-tag {
  padding: 7px 14px;
  border: 2px dashed var(--line-strong);
  border-radius: 99px;
}
.swap {
  flex: 1;
  min-width: 0;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  font-size: 13px;
  line-height: 1.1;
  max-height: 44px;
  overflow: hidden;
  color: var(--ink-soft);
  text-decoration: underline;
  cursor: pointer;
}
.swap.verdict {
  color: var(--rust);
  font-weight: var(--weight-strong);
}
.now {
  grid-area: now;
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 14px;
  line-height: 1.22;
  display: grid;
  gap: 3px;
  overflow-y: auto;
  align-content: start;
}
.now .withheld {
  border-color: var(--rust);
}
.now li {
  padding-left: var(--gap-2);
  border-left: 3px solid var(--sea-deep);
}
.now .line {
  width: 100%;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  line-height: 1.22;
  text-align: left;
  cursor: pointer;
}
.now .went {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 5px;
  padding: 0;
  border: 0;
}
.went button {
  min-height: 36px;
  padding: 0 2px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  font-size: 14px;
  line-height: 1.05;
  cursor: pointer;
}
.went .on {
  border: 3px solid var(--kelp);
  font-weight: var(--weight-strong);
}
.cover {
  grid-row: now-start / pad-end;
  grid-column: 1 / -1;
  min-height: 0;
}
.covered .draught {
  grid-row: clock-start / tag-end;
  min-height: 0;
}
.hook {
  grid-area: hook;
}
.pad {
  grid-area: pad;
}
.acts {
  grid-area: acts;
  display: flex;
  flex-direction: column;
  justify-content: flex-end;
  gap: var(--gap-2);
}
/* One strip of one height, so that the big key keeps its place. */
.others {
  display: flex;
  gap: 6px;
  overflow-x: auto;
  scrollbar-width: none;
}
.row {
  display: flex;
  gap: 6px;
}
.others {
  flex: 1;
}
.row button {
  flex: none;
  height: 40px;
  padding: 0 var(--gap-3);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 99px;
  cursor: pointer;
}
.others .doubtful {
  border: 2px dashed var(--rust);
}
.others .hand {
  border: 2px solid var(--sea-deep);
}
.row button:disabled {
  opacity: 0.45;
  cursor: default;
}
.keys-button {
  display: none;
}
.next {
  flex: 1;
  min-height: 80px;
  max-height: 150px;
  border: 2px solid var(--ink);
  border-radius: 22px;
  background: var(--oilskin);
  color: var(--on-oilskin);
  font-size: 30px;
  font-weight: var(--weight-strong);
  cursor: pointer;
  touch-action: manipulation;
}
.next:active {
  transform: translateY(2px);
}
.next.stop {
  outline: 6px solid var(--rust);
}
.note input {
  width: 100%;
  min-height: 44px;
  font: inherit;
}
.keys {
  font-size: 15px;
}
.logged {
  display: none;
}
@media (min-width: 900px) {
  .deck {
    width: 100%;
    max-width: 1240px;
    margin: 0 auto;
    gap: var(--gap-3) var(--gap-4);
    padding: var(--gap-3) var(--gap-4);
    grid-template-columns: 120px minmax(360px, 1.1fr) minmax(320px, 1fr) 250px;
    grid-template-rows: auto auto auto 1fr auto;
    grid-template-areas: 'top top top logged' 'draught clock hook logged' 'draught tag hook logged' 'draught now pad logged' 'acts acts acts logged';
  }
  .where {
    display: block;
  }
  .top {
    grid-template-columns: minmax(200px, 320px) 1fr auto auto auto;
  }
  .cover {
    grid-area: clock-start / hook-start / pad-end / hook-end;
  }
  .covered .draught {
    grid-area: draught;
  }
  .now {
    min-height: 150px;
    font-size: 17px;
    gap: var(--gap-2);
  }
  .acts {
    display: grid;
    grid-template-columns: auto minmax(300px, 1fr);
    align-items: stretch;
  }
  .row {
    align-items: center;
    max-width: 560px;
  }
  .others {
    flex-wrap: wrap;
  }
  .keys-button {
    display: block;
  }
  .keys,
  .note {
    grid-column: 1 / -1;
  }
  .logged {
    grid-area: logged;
    display: block;
    overflow: auto;
  }
}
</style>
