<script setup lang="ts">
import type { DeckState } from '../useDeck'
import ClockPanel from './ClockPanel.vue'
import DraughtColumn from './DraughtColumn.vue'

/** The running time, as water and as a figure: the parts that are drawn ten times a second. */
const { deck } = defineProps<{ deck: DeckState }>()
const { stage, answer } = deck
</script>

<template>
  <DraughtColumn :answer="answer" />
  <ClockPanel :stage="stage" :marks="answer?.clock ?? null" />
</template>
