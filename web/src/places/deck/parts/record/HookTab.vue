<script setup lang="ts">
import { computed } from 'vue'
import { HOOK_PLACE, MARKS, REMOVAL } from '@/words/fish'
import type { DeckState } from '../../useDeck'
import ChipRow from '@/parts/ChipRow.vue'
import { t } from '@/words/deck'

const { deck } = defineProps<{ deck: DeckState }>()
const inHand = computed(() => deck.fish.value!)
const COUNTS = { '1': '1', '2': '2', '3': '3', '4': '4', '6': '6', '9': '9' }
const SIDES = { left: t('deck.hookTab.left'), right: t('deck.hookTab.right') }
</script>

<template>
  <div class="tab">
    <p>
      {{ t('deck.hookTab.hook') }}
      <b>{{
        inHand.hook_place
          ? HOOK_PLACE[inHand.hook_place]
          : t('deck.hookTab.notRecordedTouchTheDrawing')
      }}</b>
    </p>
    <ChipRow
      :label="t('deck.hookTab.side')"
      :options="SIDES"
      :chosen="inHand.hook_side"
      @single="deck.change({ hook_side: $event as never })"
    />
    <ChipRow
      :label="t('deck.hookTab.hookPointsInTheFish')"
      :options="COUNTS"
      :chosen="inHand.hook_count === null ? null : String(inHand.hook_count)"
      @single="deck.change({ hook_count: $event ? Number($event) : null })"
    />
    <ChipRow
      :label="t('deck.hookTab.howItWasUnhooked')"
      :options="REMOVAL"
      :chosen="inHand.removal"
      @single="deck.change({ removal: $event as never })"
    />
    <ChipRow
      :label="t('deck.hookTab.injuriesAndMarks')"
      :options="MARKS"
      :chosen="inHand.marks"
      @many="deck.change({ marks: $event as never })"
    />
  </div>
</template>
