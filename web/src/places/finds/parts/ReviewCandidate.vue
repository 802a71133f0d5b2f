<script setup lang="ts">
import { daysText, shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import { t } from '@/words/finds'
import type { Desk } from '../useReview'

/** One fish that a report may be about, with what speaks for and against it. */
defineProps<{
  candidate: Desk['ranked'][number]
  place: number
  share: string
  chosen: boolean
  species: string
  caughtOn: string
}>()
defineEmits<{ choose: [] }>()
const days = (from: string, to: string) =>
  Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000)
/**
 * To the left what speaks against it, to the right what speaks for it; twelve is as much as any
 * says.
 */
const part = (log: number) => Math.min(1, Math.abs(log) / 12)
</script>

<template>
  <button
    type="button"
    class="candidate"
    :aria-pressed="chosen"
    :data-candidate="candidate.number"
    @click="$emit('choose')"
  >
    <span class="line"
      ><b class="figures">{{ place + 1 }}</b
      >{{ ' ' }} <TagStreamer :number="candidate.number" :spent="!candidate.fish_id" />{{ ' ' }}
      <b class="share tabular">{{ share }}</b></span
    >
    <span v-if="candidate.released_on">{{
      t('finds.reviewCandidate.taggedBefore', {
        species,
        released_on: shortDateText(candidate.released_on),
        caught_on: daysText(days(candidate.released_on, caughtOn)),
      })
    }}</span>
    <span v-else>{{ t('finds.reviewCandidate.noFishIsKnownTo') }}</span>
    <span v-for="term in candidate.terms" :key="term.name" class="term"
      ><span class="name soft">{{ term.name }}</span
      ><span class="bar" aria-hidden="true"
        ><i :class="{ for: term.log > 0 }" :style="`--part: ${part(term.log)}`" /></span
      ><span class="words">{{ term.words }}</span></span
    >
  </button>
</template>

<style scoped>
.candidate {
  width: 100%;
  display: grid;
  gap: 2px;
  margin-bottom: 6px;
  padding: var(--gap-2);
  border: 1px solid var(--line-strong);
  border-radius: var(--round);
  background: var(--sheet);
  text-align: left;
  line-height: 1.25;
  cursor: pointer;
}
.candidate[aria-pressed='true'] {
  border: 3px solid var(--kelp);
  padding: calc(var(--gap-2) - 2px);
}
.line {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
}
.share {
  margin-left: auto;
  font-size: 20px;
}
.term {
  display: grid;
  grid-template-columns: 64px 84px 1fr;
  gap: var(--gap-2);
  align-items: center;
  font-size: 15px;
}
.bar {
  position: relative;
  height: 8px;
  border: 1px solid var(--line-strong);
  border-radius: 99px;
  overflow: hidden;
}
.bar::after {
  content: '';
  position: absolute;
  left: 50%;
  top: 0;
  bottom: 0;
  border-left: 1px solid var(--line-strong);
}
.bar i {
  position: absolute;
  right: 50%;
  height: 100%;
  width: calc(var(--part) * 50%);
  background: var(--rust);
}
.bar i.for {
  right: auto;
  left: 50%;
  background: var(--kelp);
}
</style>
