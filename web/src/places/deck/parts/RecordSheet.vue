<script setup lang="ts">
import { computed, type Component } from 'vue'
import { t } from '@/words/deck'
import type { DeckState } from '../useDeck'
import CrewTab from './record/CrewTab.vue'
import DepthTab from './record/DepthTab.vue'
import HookTab from './record/HookTab.vue'
import StateTab from './record/StateTab.vue'
import TagTab from './record/TagTab.vue'
import TimesTab from './record/TimesTab.vue'
import WeighTab from './record/WeighTab.vue'

/**
 * The rest of the record: any part in any order, while the clock and the next act stay in reach.
 */
defineProps<{ deck: DeckState }>()
const emit = defineEmits<{ close: [] }>()
export type Tab = 'tag' | 'hook' | 'state' | 'depth' | 'weigh' | 'times' | 'crew'
const tab = defineModel<Tab>('tab', { required: true })
const TABS: Record<Tab, [string, Component]> = {
  tag: [t('deck.recordSheet.tag'), TagTab],
  hook: [t('deck.recordSheet.hook'), HookTab],
  state: [t('deck.recordSheet.condition'), StateTab],
  depth: [t('deck.recordSheet.depth'), DepthTab],
  weigh: [t('deck.recordSheet.weight'), WeighTab],
  times: [t('deck.recordSheet.times'), TimesTab],
  crew: [t('deck.recordSheet.crew'), CrewTab],
}
const shown = computed(() => TABS[tab.value][1])
</script>

<template>
  <section class="sheet" :aria-label="t('deck.recordSheet.moreOfTheRecord')">
    <div class="head">
      <div class="tabs" role="tablist" :aria-label="t('deck.recordSheet.partsOfTheRecord')">
        <button
          v-for="([name], key) in TABS"
          :key="key"
          type="button"
          role="tab"
          :aria-selected="tab === key"
          :data-tab="key"
          @click="tab = key"
        >
          {{ name }}
        </button>
      </div>
      <button
        type="button"
        class="close"
        :aria-label="t('deck.recordSheet.closeRecord')"
        @click="emit('close')"
      >
        ✕
      </button>
    </div>
    <div
      v-if="deck.life.value === 'closed' && tab !== 'crew'"
      class="body"
      role="tabpanel"
      :aria-label="t('deck.recordSheet.closedFish')"
      tabindex="0"
    >
      <p>{{ t('deck.recordSheet.thisFishIsClosedWhat') }}</p>
      <button
        type="button"
        class="quiet"
        data-testid="change-in-sheet"
        @click="deck.change({ reopened: true })"
      >
        {{ t('deck.recordSheet.correctThisFish') }}
      </button>
    </div>
    <div v-else class="body" role="tabpanel" :aria-label="TABS[tab][0]" tabindex="0">
      <component :is="shown" :deck="deck" />
    </div>
  </section>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  border: 2px solid var(--line-strong);
  border-radius: var(--round);
  background: var(--paper);
}
.head {
  display: flex;
  border-bottom: 2px solid var(--line-strong);
}
.tabs {
  flex: 1;
  display: flex;
}
.head button {
  flex: 1;
  min-height: 44px;
  padding: 0 2px;
  border: 0;
  background: none;
  font-size: 15px;
  cursor: pointer;
}
.head .close {
  flex: none;
  width: 36px;
}
[aria-selected='true'] {
  font-weight: var(--weight-strong);
  box-shadow: inset 0 -5px var(--kelp);
}
.body {
  overflow: auto;
  padding: var(--gap-2) var(--gap-3);
}
.body :deep(.tab) {
  display: grid;
  gap: var(--gap-2);
}
</style>
