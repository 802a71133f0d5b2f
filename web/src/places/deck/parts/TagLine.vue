<script setup lang="ts">
import { computed } from 'vue'
import TagStreamer from '@/parts/TagStreamer.vue'
import { t } from '@/words/deck'
import type { DeckState } from '../useDeck'

const { deck } = defineProps<{ deck: DeckState }>()
const emit = defineEmits<{ open: [] }>()
const { answer, fish, life, noTag, pouch, species, tap } = deck
const none = computed(() => {
  if (fish.value!.kind === 'recaptured') return t('deck.tagLine.readItsTag')
  if (!species.value!.taggable) return t('deck.tagLine.doNotTagThisFish')
  if (fish.value!.said_tag === 'none') return t('deck.tagLine.noTagInThisFish')
  return pouch.value.length ? t('deck.tagLine.noTagReady') : t('deck.tagLine.noTagsInYourPouch')
})
/**
 * A number that stands ready is in no fish; it is drawn hollow until somebody says that it is in.
 */
const ready = computed(
  () => fish.value!.kind === 'untagged' && fish.value!.said_tag !== 'none' && fish.value!.offered,
)
/** The advice against the tag stands beside it; the person decides. */
const verdict = computed(() =>
  answer.value?.tagging?.advice === 'let_go' && ready.value && life.value === 'open'
    ? t('deck.tagLine.betterNot', { reasons: answer.value.tagging.reasons[0] })
    : null,
)
</script>

<template>
  <section class="tag">
    <button
      type="button"
      class="tag-button"
      :disabled="life === 'closed' || (!species!.taggable && fish!.kind !== 'recaptured')"
      @click="emit('open')"
    >
      <TagStreamer
        v-if="fish!.tag_numbers.length"
        :number="fish!.tag_numbers.at(-1)!"
        size="large"
      />
      <TagStreamer v-else-if="ready" :number="fish!.offered!" size="large" hollow />
      <span v-else class="no-tag">{{ none }}</span>
    </button>
    <button v-if="verdict" type="button" class="swap verdict" @click="emit('open')">
      {{ verdict }}
    </button>
    <span v-else-if="fish!.kind === 'recaptured'" class="swap">{{
      t('deck.tagLine.recapture')
    }}</span>
    <span v-else-if="fish!.tag_numbers.length" class="swap plain" data-testid="tag-said">{{
      fish!.tag_numbers.length > 1
        ? t('deck.tagLine.tagsAreIn', { tag_numbers: fish!.tag_numbers.length })
        : t('deck.tagLine.isIn')
    }}</span>
    <button v-else-if="ready && life !== 'closed'" type="button" class="swap" @click="noTag">
      {{ t('deck.tagLine.readyNoTag') }}
    </button>
    <button
      v-else-if="fish!.said_tag === 'none' && fish!.offered && life !== 'closed'"
      type="button"
      class="swap"
      @click="tap('tag_in')"
    >
      {{ t('deck.tagLine.tagIsIn') }}
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
.swap.plain {
  text-decoration: none;
  cursor: default;
}
.swap.verdict {
  color: var(--rust);
  font-weight: var(--weight-strong);
}
</style>
