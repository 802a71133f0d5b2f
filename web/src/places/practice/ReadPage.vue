<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '@/words/practice'
import ExerciseFrame from './parts/ExerciseFrame.vue'
import { useExercise } from './useExercise'

/** A streamer that was in a fish for years: its number with ? and *. */
interface Task {
  number: string
  marks: string[]
  cut: number
  upside_down: boolean
  glare: number
}
const { task, answer, busy, refusal, score, next } = useExercise<Task>('read')
const text = ref('')
watch(task, () => (text.value = ''))
const SIGN = 58
const signs = (shown: Task) => shown.number.slice(0, shown.number.length - shown.cut).split('')
const width = (shown: Task) => signs(shown).length * SIGN + 90
</script>

<template>
  <ExerciseFrame
    :title="t('practice.read.readWornTags')"
    :asks="t('practice.read.typeWhatYouCanRead')"
    :answer="answer"
    :trouble="refusal"
    @next="next"
  >
    <el-skeleton v-if="!task && !refusal" :rows="4" animated />
    <template v-if="task">
      <svg
        class="tag"
        :viewBox="`0 0 ${width(task)} 120`"
        role="img"
        :aria-label="t('practice.read.aWornStreamerThisTask')"
      >
        <g :transform="task.upside_down ? `rotate(180 ${width(task) / 2} 60)` : undefined">
          <path
            class="streamer"
            :d="
              task.cut
                ? `M20 22H${width(task) - 20}l-16 20 14 18-12 20 8 18H20a38 38 0 0 1 0-76z`
                : `M40 22H${width(task) - 40}a38 38 0 0 1 0 76H40a38 38 0 0 1 0-76z`
            "
          />
          <g v-for="(sign, index) in signs(task)" :key="index" :class="task.marks[index]">
            <text :x="52 + index * SIGN" y="82">{{ sign }}</text>
            <path
              v-if="task.marks[index] === 'worn'"
              class="scratch"
              :d="`M${48 + index * SIGN} 40l44 8M${46 + index * SIGN} 58l48 -6M${48 + index * SIGN} 70l44 10M${50 + index * SIGN} 84l40-8`"
            />
            <path
              v-if="task.marks[index] === 'grown_over'"
              class="weed"
              :d="`M${44 + index * SIGN} 96q-8-40 10-68q20-18 34 6q16 26 6 62q-24 12-50 0z`"
            />
          </g>
          <rect
            class="glare"
            :x="task.glare * (width(task) - 80)"
            y="14"
            width="34"
            height="92"
            transform="skewX(-14)"
          />
        </g>
      </svg>
      <form v-if="!answer" class="typed row-3 at-end" @submit.prevent="score({ text })">
        <label>
          {{ t('practice.read.theNumber') }}
          <input
            v-model="text"
            class="field figures"
            maxlength="20"
            autocomplete="off"
            autocapitalize="characters"
            spellcheck="false"
            required
          />
        </label>
        <el-button native-type="submit" class="oilskin" size="large" :loading="busy">{{
          t('practice.read.checkMyAnswer')
        }}</el-button>
      </form>
      <p v-else class="figures">
        {{
          t('practice.read.carefulReading', {
            number: task.number,
            careful: answer.right['careful'],
          })
        }}
        <span class="soft">{{
          t('practice.read.carefulMarks', { careful_marks: answer.right['careful_marks'] })
        }}</span>
      </p>
    </template>
  </ExerciseFrame>
</template>

<style scoped>
.tag {
  width: 100%;
  max-width: 720px;
  background: var(--sea);
  border-radius: var(--round);
}
.streamer {
  fill: #d9a91a;
  stroke: #2b2b22;
  stroke-width: 3;
}
text {
  font:
    700 62px 'Atkinson Hyperlegible Mono',
    monospace;
  fill: #2b2b22;
}
.worn text {
  opacity: 0.42;
}
.grown_over text {
  opacity: 0.3;
}
.scratch {
  stroke: #d9a91a;
  stroke-width: 9;
  fill: none;
}
.weed {
  fill: #4d5f3a;
  opacity: 0.93;
}
.glare {
  fill: #fff;
  opacity: 0.5;
}
.typed .field {
  text-transform: uppercase;
}
</style>
