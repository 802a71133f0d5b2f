<script setup lang="ts">
import { t } from '@/words/practice'
import ExerciseFrame from './parts/ExerciseFrame.vue'
import WaterScene from './parts/WaterScene.vue'
import { useExercise } from './useExercise'
import { useSpeciesNames } from './useSpeciesNames'

/** Heat, depth, platform, hooks: go, go with care, or hold. */
interface Task {
  species_code: string
  surface_temp_c: number
  depth_to_m: number
  bait: string
  hook: string
  barbs: string
  platform: string
}
const CALLS = {
  ok: t('practice.judge.go'),
  care: t('practice.judge.goWithCare'),
  stop: t('practice.judge.hold'),
}
const { task, answer, busy, refusal, score, next } = useExercise<Task>('judge')
const named = useSpeciesNames()
</script>

<template>
  <ExerciseFrame
    :title="t('practice.judge.readTheWater')"
    :asks="t('practice.judge.forThisFishOnThis')"
    :answer="answer"
    :trouble="refusal"
    @next="next"
  >
    <el-skeleton v-if="!task && !refusal" :rows="6" animated />
    <template v-if="task">
      <WaterScene
        :guild="named(task.species_code)?.guild_key ?? 'general'"
        :name="named(task.species_code)?.common_name ?? task.species_code"
        :temp-c="task.surface_temp_c"
        :depth-m="task.depth_to_m"
        :platform="task.platform"
        :words="`${task.bait === 'natural' ? t('practice.judge.naturalBait') : 'lure'}, ${task.hook === 'circle' ? t('practice.judge.circleHook') : t('practice.judge.jHook')}, ${task.barbs}`"
      />
      <div v-if="!answer" class="calls">
        <el-button
          v-for="(words, key) in CALLS"
          :key="key"
          size="large"
          :disabled="busy"
          @click="score({ call: key })"
          >{{ words }}</el-button
        >
      </div>
      <p v-else>
        {{ t('practice.judge.theOutlookSays') }}
        <b>{{ CALLS[answer.right['call'] as keyof typeof CALLS] }}</b>.
      </p>
    </template>
  </ExerciseFrame>
</template>

<style scoped>
.calls {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
}
</style>
