<script setup lang="ts">
import { refAutoReset } from '@vueuse/core'
import { computed, watch } from 'vue'
import { clockText } from '@/format/units'
import { nowMs } from '@/offline/clock'
import { ACT_BUTTON, ACT_STAGE } from '@/words/fish'
import type { Act } from '@/core/field'
import { t } from '@/words/deck'
import { stageOf } from '../fishInHand'
import type { DeckState } from '../useDeck'
import { useSlowTick } from '../useTick'

/** The big key for the natural next act, and above it everything else that may come now. */
const { deck, more } = defineProps<{ deck: DeckState; more: boolean }>()
const emit = defineEmits<{ more: []; other: []; again: [] }>()
const note = defineModel<boolean>('note', { required: true })
const keys = defineModel<boolean>('keys', { required: true })
const {
  current,
  card,
  change,
  close,
  doubted,
  fish,
  hands,
  doNext,
  letGoTagged,
  life,
  marks,
  noTag,
  isDone,
  isOut,
  natural,
  others,
  secondFish,
  settledDone,
  settledStage: stage,
  tap,
  answer,
  answerOf,
  turnTo,
  undo,
} = deck
const tick = useSlowTick()

/** Core has not answered the last touch yet: labels may still change. */
const isUnanswered = computed(() => answer.value?.stage !== deck.stage.value)
/** Offered beside the big key where both come next: letting go, and that the tag is in. */
const mayGoTagged = computed(
  () =>
    stage.value === 'back_in_water' &&
    marks.value.includes('tag_in') &&
    answer.value?.tagging?.advice === 'tag',
)
/** A touch that was meant for the big key, which stood there a moment ago, says nothing of a tag. */
const justOffered = refAutoReset(false, 500)
watch(mayGoTagged, (may) => (justOffered.value = may))
const isOver = computed(
  () =>
    isOut.value &&
    answer.value?.clock.findLast((mark) => mark.at_ms <= tick.value)?.tone === 'stop',
)
function actLabel(act: Act) {
  if (act === 'in_net' && stage.value === 'let_go') return t('deck.actStrip.floatedNetIt')
  if (act === 'lifted' && stage.value === 'back_in_water') return t('deck.actStrip.liftAgain')
  return act === 'kept' && answer.value ? t('deck.actStrip.keep') : ACT_BUTTON[act]
}
/** The law's word beside keeping. */
const whyOf = (act: Act) => (act === 'kept' && answer.value ? answer.value.keep.text : null)
const otherHands = computed(() =>
  hands.value.flatMap((hand, place) => {
    if (hands.value.length < 2 || place === current.value) return []
    const name =
      card.value!.species.find((kind) => kind.code === hand.species_code)?.common_name ??
      t('deck.actStrip.fish')
    const since = answerOf(hand)?.since_ms
    const stage = stageOf(hand)
    return [
      {
        place,
        label: [
          name.split(' ').at(-1),
          stage === 'start' ? t('deck.stage.ready') : ACT_STAGE[stage],
          since ? clockText((Math.max(tick.value, nowMs()) - since) / 1000) : '',
        ].join(' '),
      },
    ]
  }),
)
const vFocus = { mounted: (field: HTMLInputElement) => field.focus() }
</script>

<template>
  <section class="acts" :aria-busy="isUnanswered">
    <div
      v-if="doubted"
      class="row doubt"
      role="alertdialog"
      :aria-label="t('deck.actStrip.confirm')"
    >
      <p>{{ doubted.text }}</p>
      <button
        v-if="doubted.mayGoOn"
        type="button"
        data-testid="sure"
        @click="tap(doubted.act, true)"
      >
        {{
          doubted.act === 'tag_in' ? t('deck.actStrip.yesTagIsIn') : t('deck.actStrip.keepItAnyway')
        }}
      </button>
      <button v-if="doubted.act === 'tag_in'" type="button" @click="noTag">
        {{ t('deck.actStrip.noTag') }}
      </button>
      <button type="button" @click="doubted = null">{{ t('deck.actStrip.back') }}</button>
    </div>
    <div v-else class="row">
      <template v-if="life === 'reopened'"
        ><b class="reopened" role="status">{{ t('deck.actStrip.reopenedChangesGoToThis') }}</b
        ><button type="button" data-testid="close-it" @click="close">
          {{ t('deck.actStrip.closeFish') }}
        </button></template
      >
      <button
        v-for="act in others"
        :key="act"
        type="button"
        :data-act="act"
        :class="{
          doubtful:
            (act === 'kept' && !answer?.keep.may) ||
            (act === 'tag_in' && answer?.tagging?.advice === 'let_go'),
          said: act === 'tag_in',
          keep: act === 'kept',
        }"
        @click="tap(act)"
      >
        {{ actLabel(act) }}<span v-if="whyOf(act)" class="why">: {{ whyOf(act) }}</span>
      </button>
      <button
        v-if="stage === 'in_net' || stage === 'back_in_water'"
        type="button"
        @click="secondFish"
      >
        {{ t('deck.actStrip.secondFishOn') }}
      </button>
      <button
        v-if="stage === 'start' || settledDone"
        type="button"
        data-testid="other"
        @click="emit('other')"
      >
        {{ t('deck.actStrip.otherCatch') }}
      </button>
      <button
        v-if="hands.length < 2 && stage !== 'lifted' && stage !== 'back_in_water'"
        type="button"
        data-testid="again"
        @click="emit('again')"
      >
        {{ t('deck.actStrip.alreadyTagged') }}
      </button>
      <button
        v-for="otherHand in otherHands"
        :key="otherHand.place"
        type="button"
        class="hand"
        @click="turnTo(otherHand.place)"
      >
        {{ otherHand.label }}
      </button>
      <button type="button" class="keys-button" :aria-expanded="keys" @click="keys = !keys">
        {{ t('deck.actStrip.keyboard') }}
      </button>
      <button type="button" :disabled="!fish!.taps.length" @click="undo">
        {{ t('deck.actStrip.undo') }}
      </button>
      <button type="button" :aria-pressed="more" data-testid="more" @click="emit('more')">
        {{ more ? t('deck.actStrip.less') : t('deck.actStrip.more') }}
      </button>
    </div>
    <div class="keys-row">
      <button
        v-if="mayGoTagged"
        type="button"
        class="next tagged"
        data-testid="go-tagged"
        :aria-disabled="justOffered"
        @click="justOffered || letGoTagged()"
      >
        {{ t('deck.actStrip.tagIsInRelease') }}
      </button>
      <button
        type="button"
        class="next"
        :class="{ stop: isOver }"
        data-testid="next"
        @click="doNext(natural)"
      >
        {{ isDone ? t('deck.actStrip.nextFishOn') : ACT_BUTTON[natural] }}
      </button>
    </div>
    <label v-if="note" class="note"
      >{{ t('deck.actStrip.note') }}
      <input
        v-focus
        :value="fish!.note"
        maxlength="2000"
        @input="change({ note: ($event.target as HTMLInputElement).value })"
        @keydown.enter="note = false"
        @keydown.escape="note = false"
    /></label>
    <p v-if="keys" class="keys">
      {{ t('deck.actStrip.spaceNextActTTag') }}
    </p>
  </section>
</template>

<style scoped>
.acts {
  display: flex;
  flex-direction: column;
  justify-content: flex-end;
  gap: var(--gap-2);
}
/* It wraps: no act is ever cut off. */
.row {
  gap: 6px;
  /* The same height at every stage, so that the big key does not move. */
  flex: none;
  height: 114px;
  overflow-y: auto;
  align-items: normal;
  align-content: flex-start;
}
.row .keep {
  max-width: 165px;
  font-size: 13px;
  line-height: 1.1;
}
.row .hand {
  font-size: 13px;
}
.row button {
  flex: 1 1 auto;
  min-height: 34px;
  padding: 0 var(--gap-2);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 99px;
  font-size: 15px;
  cursor: pointer;
}
.row .doubtful {
  border: 2px dashed var(--rust);
}
.row .said:not(.doubtful) {
  border: 2px solid var(--kelp);
}
.row .hand {
  border: 2px solid var(--sea-deep);
}
.doubt {
  align-items: center;
}
.doubt p {
  flex-basis: 100%;
  margin: 0;
  font-weight: var(--weight-strong);
}
.reopened {
  flex-basis: 60%;
  font-size: 15px;
}
.keys-row {
  flex: 1 1 0;
  display: flex;
  gap: 6px;
  min-height: 54px;
  max-height: 150px;
}
[data-hand='left'] .keys-row {
  flex-direction: row-reverse;
}
.next.tagged {
  background: var(--kelp);
  color: var(--on-kelp);
  font-size: 18px;
  line-height: 1.1;
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
  min-height: 54px;
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
@media (max-width: 899px) and (max-height: 699px) {
  .row {
    height: 74px;
  }
  .row button {
    padding: 0 6px;
    font-size: 13px;
  }
}
@media (max-width: 899px) and (max-height: 480px) {
  .row {
    height: 98px;
  }
  .row button {
    min-height: 28px;
    font-size: 13px;
  }
  .keys-row {
    min-height: 46px;
  }
  .next {
    min-height: 0;
    font-size: 22px;
  }
}
/* The narrowest phones have no room for the law's word; where it forbids, the next touch says it. */
@media (max-width: 340px) {
  .row .why {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
@media (min-width: 900px) {
  .acts {
    display: grid;
    grid-template-columns: auto minmax(300px, 1fr);
    align-items: stretch;
  }
  .row {
    height: auto;
    max-height: 78px;
    align-items: center;
    max-width: 560px;
  }
  .keys-button {
    display: block;
  }
  .keys,
  .note {
    grid-column: 1 / -1;
  }
}
</style>
