<script setup lang="ts">
import { computed } from 'vue'
import TagStreamer from '@/parts/TagStreamer.vue'
import type { DeckState } from '../useDeck'

const { deck } = defineProps<{ deck: DeckState }>()
const emit = defineEmits<{ open: [] }>()
const { told, fish, isDone, isOut, pouch, setTag, species } = deck
const none = computed(() => {
  if (fish.value!.kind === 'recaptured') return 'Read its tag'
  if (!species.value!.taggable) return 'Not a fish for this tag'
  return pouch.value.length ? 'No tag in this fish' : 'No tags in your pouch'
})
/** The advice against the tag stands beside it before the lift; the person decides. */
const verdict = computed(() => (told.value?.tagging?.advice === 'let_go' && fish.value!.kind === 'tagged' && !isDone.value && !isOut.value ? `better not: ${told.value.tagging.reasons[0]}` : null))
</script>

<template>
  <section class="tag">
    <button type="button" class="tag-button" :disabled="!species!.taggable && fish!.kind !== 'recaptured'" @click="emit('open')">
      <TagStreamer v-if="fish!.tag_numbers.length" :number="fish!.tag_numbers.at(-1)!" size="large" />
      <span v-else class="no-tag">{{ none }}</span>
    </button>
    <button v-if="verdict" type="button" class="swap verdict" @click="emit('open')">{{ verdict }}</button>
    <span v-else-if="fish!.kind === 'recaptured'" class="swap">caught again</span>
    <button v-else-if="species!.taggable && (fish!.tag_numbers.length || pouch.length)" type="button" class="swap" @click="setTag(fish!.tag_numbers.length ? null : (pouch[0] ?? null))">
      {{ fish!.tag_numbers.length > 1 ? `${fish!.tag_numbers.length} tags` : fish!.tag_numbers.length ? 'no tag' : 'tag it' }}
    </button>
  </section>
</template>

<style scoped>
.tag {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  min-height: 44px;
}
.tag-button {
  min-height: 44px;
  padding: 0;
  background: none;
  border: 0;
  text-align: left;
  cursor: pointer;
}
.tag-button:disabled {
  cursor: default;
}
.no-tag {
  padding: 7px 14px;
  border: 2px dashed var(--line-strong);
  border-radius: 99px;
}
.swap {
  flex: 1;
  min-width: 0;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  font-size: 13px;
  line-height: 1.1;
  max-height: 44px;
  overflow: hidden;
  color: var(--ink-soft);
  text-decoration: underline;
  cursor: pointer;
}
.swap.verdict {
  color: var(--rust);
  font-weight: var(--weight-strong);
}
</style>
