<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { NoSignal } from '@/api/refusal'
import { isRefused } from '@/core/field'
import { lengthText, shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import { useSessionStore } from '@/stores/session'
import { TAG_ACT, TAG_WHERE } from '@/words/fish'
import type { DeckState } from '../../useDeck'
import ChipRow from '@/parts/ChipRow.vue'
import { t } from '@/words/deck'

const { deck } = defineProps<{ deck: DeckState }>()
const session = useSessionStore()
const inHand = computed(() => deck.fish.value!)
const advice = computed(() => deck.answer.value?.tagging ?? null)
/** As it was said, else as the taps tell it. */
const where = computed(() => inHand.value.tag_where ?? deck.answer.value?.tag_where ?? null)
const typed = ref('')
const KINDS = {
  tagged: t('deck.tagTab.tagIsIn'),
  recaptured: t('deck.tagTab.alreadyTagged'),
  untagged: t('deck.tagTab.noTag'),
}

function kind(chosen: 'tagged' | 'recaptured' | 'untagged' | null) {
  if (chosen === 'tagged') deck.tap('tag_in')
  else if (chosen === 'untagged') deck.noTag()
  else if (chosen) deck.change({ kind: chosen, tag_numbers: [], tag_act: 'left' })
}

/**
 * The number of a tag goes into the fish: as the next, as a second, or as the one that was read.
 */
const near = ref<{ number: string; near: { number: string; slips: string[] }[] } | null>(null)
/** As the series prints it; and where no such number is here, what may have been meant. */
async function read() {
  const text = typed.value.trim()
  if (!text) return
  const own = inHand.value.kind !== 'recaptured' || inHand.value.tag_numbers.length > 0
  const answer = await deck.field.value?.ask('number', { typed: text, of: own ? 'pouch' : 'fish' })
  const reading = answer && !isRefused(answer) ? answer : { number: text.toUpperCase(), near: [] }
  if (reading.near.length) near.value = reading
  else put(reading.number)
}
function put(clean: string) {
  typed.value = ''
  near.value = null
  if (
    inHand.value.kind === 'recaptured' &&
    inHand.value.tag_numbers.length &&
    ['replaced', 'added'].includes(inHand.value.tag_act ?? '')
  )
    return deck.change({ new_tag_numbers: [clean] })
  if (inHand.value.kind === 'recaptured') {
    deck.change({ tag_numbers: [...inHand.value.tag_numbers, clean] })
    return void look(clean)
  }
  deck.change({ kind: 'tagged', said_tag: 'in', tag_numbers: [...inHand.value.tag_numbers, clean] })
}

/**
 * A tag that went wrong is written down; the next one stands ready in its place, and is in no fish
 * until that is said.
 */
function gone(number: string, how: 'spoiled_numbers' | 'lost_numbers') {
  const next =
    deck.pouch.value.find(
      (other) => other !== number && !inHand.value.tag_numbers.includes(other),
    ) ?? null
  const list = inHand.value.tag_numbers.filter((other) => other !== number)
  const untagged = list.length ? {} : { kind: 'untagged' as const, said_tag: null }
  deck.change({
    [how]: [...inHand.value[how], number],
    tag_numbers: list,
    offered: next,
    ...untagged,
  })
}
function skip(number: string) {
  const after = deck.pouch.value.filter(
    (other) => !inHand.value.tag_numbers.includes(other) || other === number,
  )
  const next = after[after.indexOf(number) + 1]
  if (!next) return
  if (!inHand.value.tag_numbers.includes(number)) deck.change({ offered: next })
  else
    deck.change({
      tag_numbers: inHand.value.tag_numbers.map((other) => (other === number ? next : other)),
    })
}
const undoGone = (number: string) =>
  deck.change({
    spoiled_numbers: inHand.value.spoiled_numbers.filter((other) => other !== number),
    lost_numbers: inHand.value.lost_numbers.filter((other) => other !== number),
  })

const atLength = (fish: { length_mm: number | null }) =>
  fish.length_mm ? t('deck.tagTab.at', { units: lengthText(fish.length_mm, session.units) }) : ''
const second = computed(() =>
  deck.pouch.value.find((number) => !inHand.value.tag_numbers.includes(number)),
)
const needsNew = computed(
  () =>
    inHand.value.kind === 'recaptured' &&
    ['replaced', 'added'].includes(inHand.value.tag_act ?? '') &&
    !inHand.value.new_tag_numbers.length,
)

/** The fish's story at once: from the card, or from the server when there is a signal. */
const looked = ref<{ number: string; text: string; story: string | null } | null>(null)
async function look(number: string) {
  try {
    const { fish } = await api.readTag(number)
    const name = deck.card.value?.species.find(
      (kind) => kind.code === fish?.species_code,
    )?.common_name
    looked.value = {
      number,
      story: fish?.story_key ?? null,
      text: fish
        ? t('deck.tagTab.taggedDaysAgo', {
            tagged: name ?? t('deck.tagTab.tagged'),
            released_on: shortDateText(fish.released_on),
            days: fish.days,
            fish: atLength(fish),
          })
        : t('deck.tagTab.noFishOfOursCarries'),
    }
  } catch (thrown) {
    if (!(thrown instanceof NoSignal)) throw thrown
  }
}
/** A tag that was put into another species: the fish or the number is not what it seems. */
const contradicts = computed(() => {
  const code = deck.knownFish.value?.species_code
  const was =
    code && code !== inHand.value.species_code
      ? deck.card.value?.species.find((kind) => kind.code === code)?.common_name
      : null
  return was ? t('deck.tagTab.thisNumberWasPutInto', { was }) : null
})
const known = computed(() => {
  const fish = deck.knownFish.value
  return fish
    ? t('deck.tagTab.taggedHere', {
        released_on: shortDateText(fish.released_on),
        fish: atLength(fish),
      })
    : null
})
</script>

<template>
  <div class="stack-2">
    <ChipRow
      :label="t('deck.tagTab.thisFish')"
      :options="KINDS"
      :chosen="inHand.kind === 'untagged' && inHand.said_tag !== 'none' ? null : inHand.kind"
      @single="kind"
    />
    <template v-if="inHand.kind === 'untagged' && inHand.offered && inHand.said_tag !== 'none'">
      <div class="number">
        <TagStreamer :number="inHand.offered" hollow />
        <button type="button" @click="skip(inHand.offered)">{{ t('deck.tagTab.skip') }}</button>
        <button type="button" @click="gone(inHand.offered, 'spoiled_numbers')">
          {{ t('deck.tagTab.damaged') }}
        </button>
        <button type="button" @click="gone(inHand.offered, 'lost_numbers')">
          {{ t('deck.tagTab.lost') }}
        </button>
      </div>
    </template>
    <template v-if="inHand.kind === 'tagged'">
      <div v-for="number in inHand.tag_numbers" :key="number" class="number">
        <TagStreamer :number="number" />
        <button type="button" @click="skip(number)">{{ t('deck.tagTab.skip') }}</button>
        <button type="button" @click="gone(number, 'spoiled_numbers')">
          {{ t('deck.tagTab.damaged') }}
        </button>
        <button type="button" @click="gone(number, 'lost_numbers')">
          {{ t('deck.tagTab.lost') }}
        </button>
        <button
          v-if="inHand.tag_numbers.length > 1"
          type="button"
          :aria-label="t('deck.tagTab.remove', { number })"
          @click="
            deck.change({ tag_numbers: inHand.tag_numbers.filter((other) => other !== number) })
          "
        >
          ✕
        </button>
      </div>
      <button
        v-if="second && inHand.tag_numbers.length && inHand.tag_numbers.length < 3"
        type="button"
        class="wide"
        data-testid="second-tag"
        @click="put(second)"
      >
        {{ t('deck.tagTab.secondTag', { second }) }}
      </button>
    </template>
    <template v-if="inHand.kind === 'recaptured'">
      <div v-for="number in inHand.tag_numbers" :key="number" class="number">
        <TagStreamer :number="number" />
        <button
          type="button"
          :aria-label="t('deck.tagTab.remove', { number })"
          @click="
            deck.change({ tag_numbers: inHand.tag_numbers.filter((other) => other !== number) })
          "
        >
          ✕
        </button>
      </div>
      <p v-if="known || looked" class="known" role="status">
        {{ known ?? looked!.text }}
        <RouterLink v-if="looked?.story" :to="`/story/${looked.story}`">{{
          t('deck.tagTab.itsStory')
        }}</RouterLink>
      </p>
      <p v-if="contradicts" class="hint" role="alert">{{ contradicts }}</p>
      <template v-else-if="!known && !looked"
        ><p v-for="note in deck.answer.value?.notes.tag" :key="note" class="hint">
          {{ note }}
        </p></template
      >
      <ChipRow
        v-if="inHand.tag_numbers.length"
        :label="t('deck.tagTab.whatHappenedToTheTag')"
        :options="TAG_ACT"
        :chosen="inHand.tag_act"
        @single="deck.change({ tag_act: $event as never, new_tag_numbers: [] })"
      />
      <div v-if="inHand.new_tag_numbers.length" class="number">
        {{ t('deck.tagTab.new') }}
        <TagStreamer v-for="number in inHand.new_tag_numbers" :key="number" :number="number" />
      </div>
      <button
        v-if="needsNew && deck.pouch.value[0]"
        type="button"
        class="wide"
        @click="put(deck.pouch.value[0])"
      >
        {{ t('deck.tagTab.newTag', { pouch: deck.pouch.value[0] }) }}
      </button>
    </template>
    <ChipRow
      v-if="inHand.kind === 'tagged' || inHand.new_tag_numbers.length"
      :label="t('deck.tagTab.putIn')"
      :options="TAG_WHERE"
      :chosen="where"
      @single="deck.change({ tag_where: $event as never })"
    />
    <form
      v-if="inHand.kind !== 'untagged' || inHand.said_tag !== 'none'"
      class="typed"
      @submit.prevent="read"
    >
      <label for="number-typed">{{
        inHand.kind === 'recaptured' && !inHand.tag_numbers.length
          ? t('deck.tagTab.numberOnTheTag')
          : t('deck.tagTab.anotherNumber')
      }}</label>
      <input
        id="number-typed"
        v-model="typed"
        autocomplete="off"
        autocapitalize="characters"
        maxlength="40"
      />
      <button type="submit" :disabled="!typed.trim()">{{ t('deck.tagTab.useThisNumber') }}</button>
    </form>
    <section v-if="near" class="near" role="status">
      <p>{{ t('deck.tagTab.weDoNotKnowDid', { number: near.number }) }}</p>
      <button
        v-for="other in near.near"
        :key="other.number"
        type="button"
        class="wide"
        @click="put(other.number)"
      >
        {{ other.number }}<small v-if="other.slips.length">: {{ other.slips.join('; ') }}</small>
      </button>
      <button type="button" class="wide" @click="put(near.number)">
        {{ t('deck.tagTab.noSaveAsRead', { number: near.number }) }}
      </button>
    </section>
    <p
      v-for="number in [...inHand.spoiled_numbers, ...inHand.lost_numbers]"
      :key="number"
      class="gone"
    >
      {{
        t('deck.tagTab.is', {
          number,
          spoiled: inHand.lost_numbers.includes(number)
            ? t('deck.tagTab.lost')
            : t('deck.tagTab.damaged'),
        })
      }}
      <button type="button" @click="undoGone(number)">{{ t('deck.tagTab.noItIsNot') }}</button>
    </p>
    <section v-if="advice && inHand.kind !== 'recaptured'" class="advice" :class="advice.advice">
      <b>{{
        advice.advice === 'tag'
          ? t('deck.tagTab.fitToTag', { where: TAG_WHERE[advice.where!] })
          : t('deck.tagTab.betterNotTagThisFish')
      }}</b>
      <ul v-if="advice.reasons.length">
        <li v-for="reason in advice.reasons" :key="reason">{{ reason }}</li>
      </ul>
      <label v-if="advice.advice === 'let_go' && inHand.kind === 'tagged'"
        >{{ t('deck.tagTab.youDecideWhyDoYou') }}
        <input
          :value="inHand.decision_why"
          maxlength="200"
          @input="deck.change({ decision_why: ($event.target as HTMLInputElement).value })"
        />
      </label>
    </section>
  </div>
</template>

<style scoped>
.near {
  display: grid;
  gap: 6px;
}
.number,
.typed {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}
button {
  min-height: 40px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  border-radius: 10px;
  background: var(--sheet);
  font-size: 15px;
  cursor: pointer;
}
input {
  flex: 1;
  min-width: 110px;
  min-height: 40px;
  font: inherit;
}
.hint,
.gone,
.known {
  font-size: 15px;
}
.known {
  padding: var(--gap-2);
  background: var(--sea);
  border-radius: var(--round);
}
.advice {
  padding: var(--gap-2) var(--gap-3);
  border-left: 6px solid var(--kelp);
  background: var(--kelp-soft);
  font-size: 15px;
}
.advice.let_go {
  border-color: var(--rust);
  background: var(--rust-soft);
}
ul {
  margin: 0;
  padding-left: 1.2em;
}
</style>
