<script setup lang="ts">
import type { Verdict } from '@/words/verdict'
import { t } from '@/words/text'
defineProps<{ verdict: Verdict; word?: string }>()
</script>

<template>
  <span class="mark" :class="verdict">
    <svg viewBox="0 0 20 20" aria-hidden="true">
      <path v-if="verdict === 'ok'" d="M3 11l5 5L17 5" />
      <path v-else-if="verdict === 'care'" d="M2 12q4-7 8 0t8 0M2 17q4-7 8 0t8 0" />
      <path v-else d="M3 3h14v14H3zM6 10h8" />
    </svg>
    <b v-if="word">{{ word }}</b>
    <span v-else class="unseen">{{
      {
        ok: t('common.verdictMark.good'),
        care: t('common.verdictMark.care'),
        stop: t('common.verdictMark.stop'),
      }[verdict]
    }}</span>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  white-space: nowrap;
}
svg {
  width: 20px;
  fill: none;
  stroke: var(--kelp);
  stroke-width: 2.6;
  stroke-linejoin: round;
}
.care svg {
  stroke: var(--oilskin-deep);
}
.stop svg {
  stroke: var(--rust);
}
.stop b {
  color: var(--rust);
}
</style>
