<script setup lang="ts">
import { computed, ref } from 'vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/deck'
import type { DeckState } from '../../useDeck'

const { deck } = defineProps<{ deck: DeckState }>()
const link = computed(() =>
  deck.deck.value?.crew_key ? `${location.origin}/crew/${deck.deck.value.crew_key}` : null,
)
const copied = ref(false)
async function copy() {
  await navigator.clipboard.writeText(link.value!)
  copied.value = true
}
</script>

<template>
  <div class="tab">
    <TroubleNote :trouble="deck.refusal.value" />
    <template v-if="link">
      <p>
        {{ t('deck.crewTab.openThisLinkOnThe') }}
      </p>
      <input
        class="link"
        :value="link"
        readonly
        :aria-label="t('deck.crewTab.linkForTheCrew')"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <img
        class="code"
        :src="`/api/trips/${deck.card.value!.trip.id}/crew.svg`"
        :alt="t('deck.crewTab.linkForTheCrewAs')"
        width="180"
        height="180"
      />
      <button type="button" @click="copy">
        {{ copied ? t('deck.crewTab.copied') : t('deck.crewTab.copyLink') }}
      </button>
      <p role="status">
        {{
          deck.crewSignal.value
            ? t('deck.crewTab.theCrewSeesThisFish')
            : t('deck.crewTab.noSignalTheCrewWaits')
        }}
      </p>
    </template>
    <template v-else>
      <p>{{ t('deck.crewTab.aPartnerAtTheNet') }}</p>
      <button type="button" data-testid="share" @click="deck.share">
        {{ t('deck.crewTab.shareThisDeckWithThe') }}
      </button>
    </template>
  </div>
</template>

<style scoped>
.link {
  width: 100%;
  min-height: 40px;
  font: inherit;
}
.code {
  display: block;
  margin: var(--gap-2) 0;
  padding: 8px;
  background: #fff;
}
button {
  min-height: 44px;
  border: 1px solid var(--line-strong);
  border-radius: 10px;
  background: var(--sheet);
  cursor: pointer;
}
</style>
