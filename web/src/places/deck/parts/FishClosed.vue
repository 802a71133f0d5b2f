<script setup lang="ts">
import { computed } from 'vue'
import TagStreamer from '@/parts/TagStreamer.vue'
import { LEFT_IN_FISH } from '@/words/fish'
import ChipRow from '@/parts/ChipRow.vue'
import { t } from '@/words/deck'
import type { DeckState } from '../useDeck'
import { typedText } from '../fishInHand'

/**
 * A fish that is gone stands here as it was written down; what comes next belongs to the next
 * fish.
 */
const { deck } = defineProps<{ deck: DeckState }>()
const emit = defineEmits<{ change: [] }>()
const { change, fish, noTag, species, stage, tap, unit } = deck
const gotAway = computed(() => stage.value === 'got_away')
const length = computed(() =>
  fish.value?.digits
    ? `${typedText(fish.value.digits)} ${unit.value} ${fish.value.length_kind}`
    : t('deck.fishClosed.noLength'),
)
</script>

<template>
  <section class="closed" :aria-label="t('deck.fishClosed.closedFish')">
    <h2>
      {{ species!.common_name }},
      {{ gotAway ? t('deck.fishClosed.gotAway') : length }}
    </h2>
    <ChipRow
      v-if="gotAway"
      :label="t('deck.fishClosed.whatStayedInIt')"
      :options="LEFT_IN_FISH"
      :chosen="fish!.left_in_fish"
      @single="change({ left_in_fish: $event as never })"
    />
    <div v-if="fish!.ask_tag" class="question" role="alert" data-testid="tag-question">
      <p>{{ t('deck.fishClosed.isTheTagIn') }}</p>
      <TagStreamer :number="fish!.offered!" hollow />
      <button type="button" class="quiet" data-testid="question-in" @click="tap('tag_in')">
        {{ t('deck.fishClosed.tagIsIn') }}
      </button>
      <button type="button" class="quiet" data-testid="question-none" @click="noTag">
        {{ t('deck.fishClosed.noTag') }}
      </button>
    </div>
    <p v-else-if="fish!.tag_numbers.length" class="bears">
      <TagStreamer v-for="number in fish!.tag_numbers" :key="number" :number="number" />
    </p>
    <p v-else-if="!gotAway" class="soft">{{ t('deck.fishClosed.untagged') }}</p>
    <p class="soft">{{ t('deck.fishClosed.fishClosedUndoTakesBack') }}</p>
    <button type="button" class="quiet" data-testid="change-it" @click="emit('change')">
      {{ t('deck.fishClosed.correctThisFish') }}
    </button>
  </section>
</template>

<style scoped>
.closed {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
  align-content: start;
  gap: var(--gap-2);
  padding: var(--gap-2);
  border: 1px dashed var(--line-strong);
  border-radius: var(--round);
  overflow-y: auto;
}
h2 {
  margin: 0;
  font-size: 17px;
}
p {
  margin: 0;
}
.question {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  padding: var(--gap-2);
  border-radius: 8px;
  border: 2px solid var(--rust);
}
.question p {
  flex-basis: 100%;
  font-weight: var(--weight-strong);
}
</style>
