<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { timeText } from '@/format/units'

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
        {{ isFirst ? 'The first answer' : 'Records have changed since. A new answer' }} is being
        worked out: {{ recompute.parts_done }} of {{ recompute.parts }} parts done, asked for at
        {{ timeText(recompute.asked_at) }}.
      </span>
      <progress
        :value="recompute.parts_done"
        :max="recompute.parts"
        aria-label="Parts that are done"
      />
      <button v-if="recompute.may_stop" type="button" class="link" @click="emit('stop')">
        Stop it
      </button>
    </template>
    <template v-else>
      <span>
        {{
          isFirst
            ? 'Working it out was stopped.'
            : recompute
              ? 'Records have changed since; working it out anew was stopped.'
              : 'Records have changed since; it is worked out anew within the hour.'
        }}
      </span>
      <button type="button" class="link" :disabled="busy" @click="emit('make')">
        Work it out now
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
