<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { t } from '@/words/text'
import type { TechniqueCard } from './cards'
import TechniqueStep from './TechniqueStep.vue'

/** One technique card, step by step, by touch or by the arrow keys. */
const { card } = defineProps<{ card: TechniqueCard }>()
const current = ref(0)
watch(
  () => card.key,
  () => (current.value = 0),
)
const step = computed(() => card.steps[current.value] ?? card.steps[0]!)
const go = (by: number) =>
  (current.value = Math.min(card.steps.length - 1, Math.max(0, current.value + by)))
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'ArrowRight') go(1)
  if (event.key === 'ArrowLeft') go(-1)
})
</script>

<template>
  <div class="steps">
    <TechniqueStep :step="step" :guild="card.guild" />
    <p class="says" aria-live="polite">
      <b class="figures">{{ current + 1 }}</b> {{ step.says }}<br />
      <span class="look fault">{{ t('common.techniqueSteps.watch', { look: step.look }) }}</span>
    </p>
    <p class="row">
      <el-button size="large" :disabled="current === 0" @click="go(-1)">{{
        t('common.techniqueSteps.back')
      }}</el-button>
      <el-button
        size="large"
        type="primary"
        :disabled="current === card.steps.length - 1"
        @click="go(1)"
        >{{ t('common.techniqueSteps.nextStep') }}</el-button
      >
      <span class="soft">{{
        t('common.techniqueSteps.stepOfArrowKeysChange', {
          current: current + 1,
          steps: card.steps.length,
        })
      }}</span>
    </p>
  </div>
</template>

<style scoped>
.steps {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--gap-3);
}
.row {
  gap: var(--gap-3);
}
.says {
  font-size: 20px;
}
</style>
