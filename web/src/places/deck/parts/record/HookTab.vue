<script setup lang="ts">
import { computed } from 'vue'
import { HOOK_PLACE, MARKS, REMOVAL } from '@/words/fish'
import type { DeckState } from '../../useDeck'
import ChipRow from '@/parts/ChipRow.vue'

const { deck } = defineProps<{ deck: DeckState }>()
const inHand = computed(() => deck.fish.value!)
const COUNTS = { '1': '1', '2': '2', '3': '3', '4': '4', '6': '6', '9': '9' }
const SIDES = { left: 'left', right: 'right' }
</script>

<template>
  <div class="tab">
    <p>
      Hook:
      <b>{{ inHand.hook_place ? HOOK_PLACE[inHand.hook_place] : 'not said; touch the drawing' }}</b>
    </p>
    <ChipRow
      label="Side"
      :options="SIDES"
      :chosen="inHand.hook_side"
      @single="deck.change({ hook_side: $event as never })"
    />
    <ChipRow
      label="Points in the fish"
      :options="COUNTS"
      :chosen="inHand.hook_count === null ? null : String(inHand.hook_count)"
      @single="deck.change({ hook_count: $event ? Number($event) : null })"
    />
    <ChipRow
      label="How it came out"
      :options="REMOVAL"
      :chosen="inHand.removal"
      @single="deck.change({ removal: $event as never })"
    />
    <ChipRow
      label="Seen on it"
      :options="MARKS"
      :chosen="inHand.marks"
      @many="deck.change({ marks: $event as never })"
    />
  </div>
</template>
