<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { clockText } from '@/format/units'
import { nowMs } from '@/offline/clock'
import { ACT } from '@/words/fish'
import type { Act } from '@/core/field'
import { stageOf } from '../fishInHand'
import type { DeckState } from '../useDeck'
import { useSlowTick } from '../useTick'

/** The big key for the natural next act, and above it everything else that may come now. */
const { deck, more } = defineProps<{ deck: DeckState; more: boolean }>()
const emit = defineEmits<{ more: []; other: []; again: [] }>()
const note = defineModel<boolean>('note', { required: true })
const keys = defineModel<boolean>('keys', { required: true })
const { at, card, change, fish, hands, isDone, isOut, natural, others, secondFish, settledDone, settledStage: stage, tap, told, toldOf, turnTo, undo } = deck
const tick = useSlowTick()

const strip = ref<HTMLElement | null>(null)
/** Asking the strip itself where it stands would cost a layout at every tap. */
let moved = false
watch(stage, () => {
  if (moved) strip.value?.scrollTo(0, 0)
  moved = false
})

const isOver = computed(() => isOut.value && told.value?.clock.findLast((mark) => mark.at_ms <= tick.value)?.tone === 'stop')
function actLabel(act: Act) {
  if (act === 'in_net' && stage.value === 'let_go') return 'Floated: net it'
  if (act === 'lifted' && stage.value === 'back_in_water') return 'Lift again'
  return act === 'kept' && told.value ? `Keep: ${told.value.keep.text}` : ACT[act].button
}
const otherHands = computed(() =>
  hands.value.flatMap((one, place) => {
    if (hands.value.length < 2 || place === at.value) return []
    const name = card.value!.species.find((kind) => kind.code === one.species_code)?.common_name ?? 'Fish'
    const since = toldOf(one)?.since_ms
    const stage = stageOf(one)
    return [{ place, label: `${name}, ${stage === 'start' ? 'ready' : ACT[stage].stage} ${since ? clockText((Math.max(tick.value, nowMs()) - since) / 1000) : ''}` }]
  }),
)
const focus = (field: unknown) => (field as HTMLInputElement | null)?.focus()
</script>

<template>
  <section class="acts">
    <div class="row">
      <div ref="strip" class="others" @scrollend="moved = true">
        <button v-for="act in others" :key="act" type="button" :class="{ doubtful: act === 'kept' && !told?.keep.may }" @click="tap(act)">{{ actLabel(act) }}</button>
        <button v-if="stage === 'in_net' || stage === 'back_in_water'" type="button" @click="secondFish">Another fish on</button>
        <button v-if="stage === 'start' || settledDone" type="button" data-testid="other" @click="emit('other')">Other catch</button>
        <button v-if="stage !== 'lifted'" type="button" data-testid="again" @click="emit('again')">Already tagged</button>
        <button v-for="one in otherHands" :key="one.place" type="button" class="hand" @click="turnTo(one.place)">{{ one.label }}</button>
        <button type="button" class="keys-button" :aria-expanded="keys" @click="keys = !keys">Keys</button>
      </div>
      <button type="button" :disabled="!fish!.taps.length" @click="undo">Undo</button>
      <button type="button" :aria-pressed="more" data-testid="more" @click="emit('more')">{{ more ? 'Less' : 'More' }}</button>
    </div>
    <button type="button" class="next" :class="{ stop: isOver }" data-testid="next" @click="tap(natural)">{{ isDone ? 'Next fish on' : ACT[natural].button }}</button>
    <label v-if="note" class="note">Note <input :ref="focus" :value="fish!.note" maxlength="2000" @input="change({ note: ($event.target as HTMLInputElement).value })" @keydown.enter="note = false" /></label>
    <p v-if="keys" class="keys">Space: next act. B: back in water. Digits: length. Backspace: last digit. N: note. U: undo. M: the rest of the record. O: other catch. H: somebody is hurt. Escape: close. ?: these keys.</p>
  </section>
</template>

<style scoped>
.acts {
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
@media (min-width: 900px) {
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
}
</style>
