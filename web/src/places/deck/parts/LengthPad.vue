<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { t } from '@/words/deck'
import { LENGTH_KIND } from '@/words/fish'
import { typedText } from '../fishInHand'

type Kind = Schemas['LengthKind']
type How = Schemas['LengthHow']
const props = defineProps<{
  digits: string
  unit: 'cm' | 'in'
  kind: Kind
  ownKind: Kind
  how: How
}>()
const emit = defineEmits<{ digit: [key: string]; kind: [kind: Kind]; how: [how: How] }>()

/** Typed without a point: 4 1 2 is 41.2, and 4 1 alone is 41. */
const shown = computed(() => (props.digits ? typedText(props.digits) : '––.–'))
const KINDS: Kind[] = ['FL', 'TL']
const HOWS: How[] = ['board', 'tape', 'ruler', 'photo', 'estimate']
const after = <T,>(all: T[], value: T): T => all[(all.indexOf(value) + 1) % all.length]!
const kinds = computed(() => (KINDS.includes(props.ownKind) ? KINDS : [props.ownKind]))
</script>

<template>
  <div class="pad stack-2">
    <div class="readout">
      <output class="figures" data-testid="length"
        >{{ shown }} <small>{{ unit }}</small></output
      >
      <button
        type="button"
        class="choice"
        :disabled="kinds.length < 2"
        @click="emit('kind', after(kinds, kind))"
      >
        <b>{{ kind }}</b> <span class="words">{{ LENGTH_KIND[kind] }}</span>
      </button>
      <button type="button" class="choice" @click="emit('how', after(HOWS, how))">
        {{ t('deck.lengthPad.by') }} <b>{{ how }}</b>
      </button>
      <button
        type="button"
        class="key back"
        :aria-label="t('deck.lengthPad.deleteDigit')"
        :disabled="!digits"
        @click="emit('digit', 'back')"
      >
        ⌫
      </button>
    </div>
    <div class="keys">
      <button
        v-for="key in ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0']"
        :key="key"
        type="button"
        class="key figures"
        :data-digit="key"
        @click="emit('digit', key)"
      >
        {{ key }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.readout {
  display: grid;
  grid-template-columns: 1fr auto auto auto;
  align-items: center;
  gap: var(--gap-2);
}
output {
  font-size: 30px;
  font-weight: 700;
  line-height: 1;
  white-space: nowrap;
}
small {
  font-size: 16px;
}
.choice {
  min-height: 40px;
  padding: 2px var(--gap-2);
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  font-size: 14px;
  line-height: 1.1;
  max-width: 104px;
  cursor: pointer;
}
.keys {
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  gap: 6px;
}
.key {
  min-height: 44px;
  border: 1px solid var(--line-strong);
  border-radius: 10px;
  background: var(--sheet);
  font-size: 25px;
  font-weight: 700;
  cursor: pointer;
  touch-action: manipulation;
}
.key:active {
  background: var(--kelp-soft);
}
.back {
  min-height: 40px;
  width: 52px;
  font-size: 20px;
}
/* The letters stay; what they stand for is on the Guide. */
@media (max-width: 350px), (max-width: 899px) and (max-height: 480px) {
  .words {
    display: none;
  }
}
</style>
