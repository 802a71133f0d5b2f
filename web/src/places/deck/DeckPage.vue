<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, nextTick, onMounted, ref } from 'vue'
import { clockText, tempText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useQueue } from '@/offline/queue'
import { ACT } from '@/words/fish'
import DraughtColumn from './parts/DraughtColumn.vue'
import HookPlaces from './parts/HookPlaces.vue'
import LengthPad from './parts/LengthPad.vue'
import LoggedList from './parts/LoggedList.vue'
import SignsRow from './parts/SignsRow.vue'
import QueueNote from './parts/QueueNote.vue'
import TripStart from './parts/TripStart.vue'
import { useDeck } from './useDeck'
import { useDeckKeys } from './useDeckKeys'

const {
  deck, card, loading, refusal, fish, species, clock, isOut, isDone, unit, waterTempC, budget, fightBudget, liftLeft, restNeeded, restLeft,
  natural, others, nowLines, pouch, logged, load, startTrip, tap, undo, chooseSpecies, change, digit,
} = useDeck()
const queue = storeToRefs(useQueue())
onMounted(load)

const noteBox = ref<HTMLInputElement | null>(null)
const noting = ref(false)
const showKeys = ref(false)
async function openNote() {
  noting.value = true
  await nextTick()
  noteBox.value?.focus()
}
useDeckKeys({
  next: () => tap(natural.value),
  back: () => isOut.value && tap('back_in_water'),
  undo,
  note: () => void openNote(),
  digit,
  help: () => (showKeys.value = !showKeys.value),
})

/** The one sentence that says how things stand; the colour only repeats it. */
const standing = computed(() => {
  if (isOut.value) {
    const left = Math.ceil(liftLeft.value)
    if (budget.value.oneLift === 0) return { tone: 'stop', figure: clockText(clock.value.liftSeconds ?? 0), words: 'keep it in the water' }
    if (left > 0) return { tone: left * 2 <= budget.value.oneLift ? 'hurry' : 'calm', figure: clockText(left), words: left === 1 ? 'second left' : 'seconds left' }
    return { tone: 'stop', figure: `+${clockText(-liftLeft.value)}`, words: 'over: back in water, get ready, lift again' }
  }
  switch (clock.value.stage) {
    case 'fish_on': {
      const over = (clock.value.fightSeconds ?? 0) - fightBudget.value
      return { tone: over > 0 ? 'hurry' : 'calm', figure: clockText(clock.value.fightSeconds ?? 0), words: over > 0 ? `longer than the ${fightBudget.value} s this fish should fight` : `of ${fightBudget.value} s to bring it in` }
    }
    case 'in_net':
      return { tone: 'calm', figure: clockText(clock.value.stageSeconds), words: 'rests in the net; lay everything out' }
    case 'back_in_water':
      return restLeft.value > 0
        ? { tone: 'calm', figure: clockText(Math.ceil(restLeft.value)), words: `s of rest before another lift of ${clockText(Math.max(0, Math.floor(liftLeft.value)))} s` }
        : { tone: 'calm', figure: clockText(clock.value.restSeconds ?? 0), words: 'rested; let it go when it kicks' }
    case 'let_go':
    case 'kept':
      return { tone: 'calm', figure: clockText(clock.value.airSeconds), words: 's in the air, in all' }
    default:
      return { tone: 'calm', figure: clockText(budget.value.oneLift), words: 's in one lift, at most' }
  }
})

/** The keys belong to the Deck again as soon as the choice is made. */
function pickSpecies(list: HTMLSelectElement) {
  chooseSpecies(list.value)
  list.blur()
}

function toggleTag() {
  if (!fish.value) return
  change({ tag_number: fish.value.tag_number ? null : (pouch.value[0] ?? null) })
}
</script>

<template>
  <div v-if="loading" class="page"><el-skeleton :rows="6" animated /></div>
  <div v-else-if="!card || !fish || !species" class="page narrow">
    <TroubleNote :trouble="refusal" />
    <TripStart v-if="deck" :spots="deck.spots" @start="startTrip" />
    <el-button v-else @click="load">Try again</el-button>
  </div>
  <div v-else class="deck" :class="{ out: isOut }">
    <section class="top">
      <select class="species" :value="species.code" aria-label="Species" @change="pickSpecies($event.target as HTMLSelectElement)">
        <option v-for="one in card.species" :key="one.code" :value="one.code">{{ one.common_name }}</option>
      </select>
      <RouterLink class="guide-link" :to="`/guide/${species.guild}`">Guide</RouterLink>
      <p class="where">{{ card.trip.spot_name }}<template v-if="waterTempC !== null">, {{ tempText(waterTempC) }}</template></p>
      <QueueNote :waiting="queue.waiting.value.length" :held="queue.held.value.length" :oldest-ms="queue.oldestMs.value" />
    </section>

    <DraughtColumn
      class="draught"
      :one-lift="budget.oneLift"
      :total="budget.total"
      :air-before="clock.airSeconds - (clock.liftSeconds ?? 0)"
      :lift="clock.liftSeconds"
      :rest-share="clock.restSeconds === null || restNeeded === 0 ? 1 : Math.min(1, clock.restSeconds / restNeeded)"
      :last-lift="clock.lastLiftSeconds"
    />

    <section class="clock" :class="standing.tone" aria-live="polite">
      <p class="stage">{{ fish.taps.length ? ACT[fish.taps.at(-1)!.act].stage : 'ready' }}</p>
      <p class="figure figures" data-testid="figure">{{ standing.figure }}</p>
      <p class="words">{{ standing.words }}</p>
    </section>

    <section class="tag">
      <button type="button" class="tag-button" :aria-pressed="fish.tag_number !== null" :disabled="!species.taggable || (!fish.tag_number && !pouch.length)" @click="toggleTag">
        <TagStreamer v-if="fish.tag_number" :number="fish.tag_number" size="large" />
        <span v-else class="no-tag">{{ species.taggable ? (pouch.length ? 'No tag in this fish' : 'No tags in your pouch') : 'Not a fish for this tag' }}</span>
        <span class="swap">{{ fish.tag_number ? 'no tag' : species.taggable && pouch.length ? 'tag it' : '' }}</span>
      </button>
    </section>

    <ul class="now" aria-label="Now">
      <li v-for="line in nowLines" :key="line.text" :title="line.why">{{ line.text }}</li>
      <li v-if="card.authorisation.verdict === 'stop' && clock.stage === 'start'" class="withheld">{{ card.authorisation.text }}</li>
    </ul>

    <section class="hook">
      <SignsRow :bleeding="fish.bleeding ?? 'none'" :swollen="Boolean(fish.swollen)" :rolls-over="Boolean(fish.rolls_over)" @change="change($event)" />
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

    <section class="acts">
      <div class="others">
        <button v-for="act in others" :key="act" type="button" @click="tap(act)">{{ act === 'in_net' && isDone ? 'It floated: net it again' : act === 'lifted' && clock.stage === 'back_in_water' ? 'Lift again' : ACT[act].button }}</button>
        <button type="button" :disabled="!fish.taps.length" @click="undo">Undo</button>
        <button type="button" class="keys-button" :aria-expanded="showKeys" @click="showKeys = !showKeys">Keys</button>
      </div>
      <button type="button" class="next" :class="{ stop: standing.tone === 'stop' }" data-testid="next" @click="tap(natural)">
        {{ isDone ? 'Next fish on' : ACT[natural].button }}
      </button>
      <label v-if="noting" class="note">Note <input ref="noteBox" :value="fish.note" maxlength="2000" @input="change({ note: ($event.target as HTMLInputElement).value })" @keydown.enter="noting = false" /></label>
      <p v-if="showKeys" class="keys">Space: next act. B: back in water. Digits: length. Backspace: last digit. N: note. U: undo. ?: these keys.</p>
    </section>

    <LoggedList class="logged" :logged="logged" :species="card.species" :in-hand="fish.id" />
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
  grid-template-rows: auto auto auto auto auto auto 1fr;
  grid-template-areas: 'top top' 'draught clock' 'draught tag' 'draught now' 'draught hook' 'pad pad' 'acts acts';
}
.top {
  grid-area: top;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  align-items: center;
  gap: 0 var(--gap-3);
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
.guide-link {
  font-size: 15px;
}
.draught {
  grid-area: draught;
}
.clock {
  grid-area: clock;
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: center;
  gap: 0 var(--gap-3);
  min-height: 76px;
  padding: 2px var(--gap-3);
  border-left: 8px solid var(--kelp);
  background: var(--kelp-soft);
  border-radius: 0 var(--round) var(--round) 0;
}
.clock.hurry {
  border-color: var(--oilskin);
  background: color-mix(in srgb, var(--oilskin) 28%, var(--paper));
}
.clock.stop {
  border-color: var(--rust);
  background: var(--rust);
  color: var(--on-rust);
}
.stage {
  grid-column: 1 / -1;
  font-weight: var(--weight-strong);
  line-height: 1.1;
}
.figure {
  font-size: 52px;
  line-height: 1;
  font-weight: 700;
}
.words {
  line-height: 1.15;
}
.tag {
  grid-area: tag;
}
.tag-button {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  width: 100%;
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
  font-size: 13px;
  line-height: 1.1;
  color: var(--ink-soft);
  text-decoration: underline;
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
  /* One height for every stage, so that no key moves under the thumb. */
  height: 126px;
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
.others {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
.others button {
  min-height: 40px;
  padding: 0 var(--gap-3);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 99px;
  cursor: pointer;
}
.others button:disabled {
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
    grid-template-columns: minmax(200px, 320px) auto 1fr auto;
  }
  .figure {
    font-size: 84px;
  }
  .now {
    height: auto;
    min-height: 150px;
    font-size: 17px;
    gap: var(--gap-2);
  }
  .acts {
    display: grid;
    grid-template-columns: auto minmax(300px, 1fr);
    align-items: stretch;
  }
  .others {
    align-content: center;
    max-width: 420px;
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
