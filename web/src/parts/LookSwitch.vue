<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed } from 'vue'
import { LOOKS, useLookStore, type Look } from '@/stores/look'
import { t } from '@/words/text'

const LOOK: Record<Look, string> = {
  day: t('common.lookSwitch.day'),
  dusk: t('common.lookSwitch.dusk'),
  glare: t('common.lookSwitch.glare'),
}
const store = useLookStore()
const { look } = storeToRefs(store)
const next = computed<Look>(() => LOOKS[(LOOKS.indexOf(look.value) + 1) % LOOKS.length]!)
</script>

<template>
  <button
    class="look"
    type="button"
    :title="t('common.lookSwitch.lookChangeTo', { look: LOOK[look], next: LOOK[next] })"
    :aria-label="t('common.lookSwitch.lookChangeTo', { look: LOOK[look], next: LOOK[next] })"
    @click="store.choose(next)"
  >
    <svg viewBox="0 0 24 24" aria-hidden="true">
      <circle v-if="look !== 'dusk'" cx="12" cy="12" r="4.5" :class="{ line: look === 'day' }" />
      <path v-if="look === 'dusk'" d="M2 15h20M6 15a6 6 0 0 1 12 0M5 19h14" class="line" />
      <path
        v-if="look === 'glare'"
        d="M12 1v4M12 19v4M1 12h4M19 12h4M4.5 4.5l2.5 2.5M17 17l2.5 2.5M4.5 19.5 7 17M17 7l2.5-2.5"
        class="line"
      />
    </svg>
    <span>{{ LOOK[look] }}</span>
  </button>
</template>

<style scoped>
.look {
  gap: 4px;
  min-width: 44px;
  min-height: 44px;
  padding: 0;
  font-size: 15px;
  background: none;
  border: 0;
  cursor: pointer;
}
svg {
  width: 24px;
  fill: var(--ink);
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.2;
  stroke-linecap: round;
}
</style>
