<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { trainer } from '@/practice/practice'
import { t } from '@/words/practice'
import ExerciseFrame from './parts/ExerciseFrame.vue'
import WaterScene from './parts/WaterScene.vue'
import { useExercise } from './useExercise'
import { useSpeciesNames } from './useSpeciesNames'

/** A plan, a shed, ninety seconds: pack. */
interface Task {
  species_code: string
  platform: string
  surface_temp_c: number
  depth_to_m: number
}
const SECONDS = 90
const { task, answer, refusal, score, next } = useExercise<Task>('pack')
const shed = shallowRef<{ key: string; name: string }[]>([])
const packed = ref(new Set<string>())
const left = ref(SECONDS)
watch(task, async (current) => {
  if (!current) return
  packed.value = new Set()
  left.value = SECONDS
  shed.value = await trainer.shed(current)
})
const done = () => score({ packed: [...packed.value] })
useIntervalFn(() => {
  if (!task.value || answer.value || !shed.value.length) return
  left.value -= 1
  if (left.value <= 0) void done()
}, 1000)
function toggle(key: string) {
  if (answer.value) return
  const chosen = new Set(packed.value)
  if (!chosen.delete(key)) chosen.add(key)
  packed.value = chosen
}
const needed = computed(() => new Set((answer.value?.right['needed'] as string[]) ?? []))
const named = useSpeciesNames()
const look = (key: string) => {
  if (!answer.value) return packed.value.has(key) ? 'in' : ''
  if (needed.value.has(key)) return packed.value.has(key) ? 'right' : 'missing'
  return packed.value.has(key) ? 'idle' : ''
}
</script>

<template>
  <ExerciseFrame
    :title="t('practice.pack.packInTime')"
    :asks="t('practice.pack.takeWhatThisPlanNeeds')"
    :answer="answer"
    :trouble="refusal"
    @next="next"
  >
    <el-skeleton v-if="!task && !refusal" :rows="6" animated />
    <template v-if="task">
      <WaterScene
        class="small"
        :guild="named(task.species_code)?.guild_key ?? 'general'"
        :name="named(task.species_code)?.common_name ?? task.species_code"
        :temp-c="task.surface_temp_c"
        :depth-m="task.depth_to_m"
        :platform="task.platform"
        :words="t('practice.pack.aloneLure')"
      />
      <p v-if="!answer">
        <b class="figures" role="timer">{{ left }} s</b> {{ t('practice.pack.left') }}
        <el-button class="oilskin" size="large" @click="done">{{
          t('practice.pack.packed')
        }}</el-button>
      </p>
      <div class="shed">
        <button
          v-for="item in shed"
          :key="item.key"
          type="button"
          :class="look(item.key)"
          :aria-pressed="packed.has(item.key)"
          @click="toggle(item.key)"
        >
          {{ item.name }}
        </button>
      </div>
    </template>
  </ExerciseFrame>
</template>

<style scoped>
.small {
  max-width: 420px;
}
.shed {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: var(--gap-2);
}
.shed button {
  min-height: 52px;
  border: 2px solid var(--line-strong);
  border-radius: var(--round);
  background: var(--sheet);
  color: var(--ink);
}
.shed .in,
.shed .right {
  background: var(--kelp);
  color: var(--on-kelp);
  border-color: var(--kelp);
}
.shed .missing {
  border-color: var(--rust);
  border-style: dashed;
}
.shed .idle {
  background: var(--oilskin);
  color: var(--on-oilskin);
}
</style>
