<script setup lang="ts">
import { t } from '@/words/deck'
type Bleeding = 'none' | 'light' | 'heavy' | null
const props = defineProps<{ bleeding: Bleeding; swollen: boolean; rollsOver: boolean }>()
const emit = defineEmits<{ change: [part: { bleeding: Bleeding }]; swollen: []; rolls: [] }>()

/** Nobody has said; then each touch the next of these, what hurts the fish first. */
const SAID = ['light', 'heavy', 'none', null] as const
const BLOOD = {
  none: t('deck.signsRow.noBleeding'),
  light: t('deck.signsRow.lightBleeding'),
  heavy: t('deck.signsRow.heavyBleeding'),
  null: 'blood?',
}
const bleed = () =>
  emit('change', { bleeding: SAID[(SAID.indexOf(props.bleeding) + 1) % SAID.length]! })
</script>

<template>
  <div class="signs" role="group" :aria-label="t('deck.signsRow.signs')">
    <button
      type="button"
      :class="{ on: bleeding }"
      :aria-label="
        t('deck.signsRow.bleedingTouchToChange', {
          said: bleeding ?? t('deck.signsRow.notRecorded'),
        })
      "
      @click="bleed"
    >
      {{ BLOOD[bleeding ?? 'null'] }}
    </button>
    <button type="button" :class="{ on: swollen }" :aria-pressed="swollen" @click="emit('swollen')">
      {{ t('deck.signsRow.swollen') }}
    </button>
    <button
      type="button"
      :class="{ on: rollsOver }"
      :aria-pressed="rollsOver"
      @click="emit('rolls')"
    >
      {{ t('deck.signsRow.rollsOver') }}
    </button>
  </div>
</template>

<style scoped>
.signs {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
}
button {
  min-height: 34px;
  padding: 0 4px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  font-size: 15px;
  cursor: pointer;
  touch-action: manipulation;
}
.on {
  border: 3px solid var(--rust);
  font-weight: var(--weight-strong);
}
</style>
