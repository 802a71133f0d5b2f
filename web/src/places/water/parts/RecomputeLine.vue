<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { timeText } from '@/format/units'
import { t } from '@/words/water'

/** Records changed since an answer was worked out: how far the new one is, and what can be done. */
defineProps<{
  recompute: Schemas['WaterAnswers']['recompute']
  /** No answer has been worked out yet. */
  isFirst: boolean
  busy: boolean
}>()
const emit = defineEmits<{ make: []; stop: [] }>()
</script>

<template>
  <div class="recompute soft" role="status">
    <template v-if="recompute && !recompute.stopped">
      <span>
        {{
          t('water.recomputeLine.isBeingCalculatedOfParts', {
            answer: isFirst
              ? t('water.recomputeLine.theFirstAnswer')
              : t('water.recomputeLine.recordsHaveChangedANew'),
            parts_done: recompute.parts_done,
            parts: recompute.parts,
            asked_at: timeText(recompute.asked_at),
          })
        }}
      </span>
      <progress
        :value="recompute.parts_done"
        :max="recompute.parts"
        :aria-label="t('water.recomputeLine.partsDone')"
      />
      <button v-if="recompute.may_stop" type="button" class="link" @click="emit('stop')">
        {{ t('water.recomputeLine.stopCalculating') }}
      </button>
    </template>
    <template v-else>
      <span>
        {{
          isFirst
            ? t('water.recomputeLine.theCalculationWasStopped')
            : recompute
              ? t('water.recomputeLine.recordsHaveChangedTheNew')
              : t('water.recomputeLine.recordsHaveChangedWeCalculate')
        }}
      </span>
      <button type="button" class="link" :disabled="busy" @click="emit('make')">
        {{ t('water.recomputeLine.calculateNow') }}
      </button>
    </template>
  </div>
</template>

<style scoped>
.recompute {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-2);
  align-items: center;
}
.recompute progress {
  width: 120px;
}
</style>
