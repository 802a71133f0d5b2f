<script setup lang="ts">
import type { DeckState } from '../useDeck'
import ClockPanel from './ClockPanel.vue'
import DraughtColumn from './DraughtColumn.vue'

/** The running time, as water and as a figure: the parts that are drawn ten times a second. */
const { deck } = defineProps<{ deck: DeckState }>()
const { airBefore, fightBudget, fish, oneLift, restNeeded, totalLift } = deck
</script>

<template>
  <DraughtColumn :one-lift="oneLift" :total="totalLift" :air-before="airBefore" :taps="fish!.taps" :rest-needed="restNeeded" />
  <ClockPanel :taps="fish!.taps" :one-lift="oneLift" :total="totalLift" :air-before="airBefore" :rest-needed="restNeeded" :fight-budget="fightBudget" />
</template>
