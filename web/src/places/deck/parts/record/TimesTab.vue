<script setup lang="ts">
import { computed, ref } from 'vue'
import { ACT_STAGE, OUTCOME } from '@/words/fish'
import type { DeckState } from '../../useDeck'
import ChipRow from '@/parts/ChipRow.vue'
import { t } from '@/words/deck'

const { deck } = defineProps<{ deck: DeckState }>()
const inHand = computed(() => deck.fish.value!)
const wrong = ref<string | null>(null)
const pad = (figure: number, size = 2) => String(figure).padStart(size, '0')
function timeText(moment: number) {
  const time = new Date(moment)
  return `${pad(time.getHours())}:${pad(time.getMinutes())}:${pad(time.getSeconds())}`
}
/** The same day, the typed time; the fraction of a second stays. */
async function move(place: number, field: HTMLInputElement) {
  const typed = field.value.match(/^([01]?\d|2[0-3]):([0-5]\d)(?::([0-5]\d))?$/)
  const tap = inHand.value.taps[place]!
  const to = new Date(tap.at)
  if (typed) to.setHours(Number(typed[1]), Number(typed[2]), Number(typed[3] ?? 0), tap.at % 1000)
  wrong.value = typed
    ? await deck.moveTap(place, to.getTime())
    : t('deck.timesTab.isNotATimeType', { field: field.value })
  if (wrong.value) field.value = timeText(tap.at)
}
</script>

<template>
  <div class="tab">
    <ChipRow
      v-if="deck.stage.value === 'let_go'"
      :label="t('deck.timesTab.releaseCondition')"
      :options="OUTCOME"
      :chosen="inHand.outcome"
      @single="deck.change({ outcome: $event as never })"
    />
    <ol v-if="inHand.taps.length" class="taps">
      <li v-for="(tap, place) in inHand.taps" :key="`${place}-${tap.at}`">
        <label
          >{{ ACT_STAGE[tap.act] }}
          <input
            class="figures"
            :value="timeText(tap.at)"
            inputmode="numeric"
            maxlength="8"
            @change="move(place, $event.target as HTMLInputElement)"
        /></label>
      </li>
    </ol>
    <p v-else class="soft">
      {{ t('deck.timesTab.noTapsYetTimesAppear') }}
    </p>
    <p v-if="wrong" role="alert" class="fault">{{ wrong }}</p>
    <label
      >{{ t('deck.timesTab.note') }}
      <textarea
        :value="inHand.note"
        rows="2"
        maxlength="2000"
        @input="deck.change({ note: ($event.target as HTMLTextAreaElement).value })"
      />
    </label>
  </div>
</template>

<style scoped>
.taps {
  margin: 0;
  padding-left: 1.4em;
  display: grid;
  gap: 4px;
}
.taps label {
  display: flex;
  justify-content: space-between;
  gap: var(--gap-2);
}
input {
  width: 110px;
  min-height: 36px;
  font-size: 17px;
}
textarea {
  width: 100%;
  font: inherit;
}
</style>
