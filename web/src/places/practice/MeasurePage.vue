<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import AnimalBody from '@/drawings/AnimalBody.vue'
import { pictureOf } from '@/drawings/guilds'
import { t } from '@/words/practice'
import ExerciseFrame from './parts/ExerciseFrame.vue'
import { useExercise } from './useExercise'

/** A fish on a board: which length, what is wrong with how it lies, the number. */
interface Task {
  guild: string
  kind: string
  true_mm: number
  fault: string | null
  gap_mm: number
  fork: number
  shown_mm: number
}
const KINDS = { FL: t('practice.measure.toTheFork'), TL: t('practice.measure.toTheEndOfThe') }
const FAULTS = {
  none: t('practice.measure.nothing'),
  off_stop: t('practice.measure.itsSnoutIsOffThe'),
  mouth_open: t('practice.measure.itsMouthIsOpen'),
  over_curve: t('practice.measure.theTapeLiesOverThe'),
  aslant: t('practice.measure.iLookAtItAt'),
}
const { task, answer, busy, refusal, score, next } = useExercise<Task>('measure')
const kind = ref<string | null>(null)
const fault = ref<string | null>(null)
const mm = ref<number | null>(null)
watch(task, () => {
  kind.value = fault.value = null
  mm.value = null
})
const picture = computed(() => pictureOf(task.value!.guild))
/** Millimetres on the board to the drawing's places. */
const BOARD_END = 900
const scale = computed(() => (task.value!.shown_mm - task.value!.gap_mm) / (995 - task.value!.fork))
const marks = Array.from({ length: BOARD_END / 10 + 1 }, (_, index) => index * 10)
/** Laid right: the fault away, and the board shows the true length. */
const mended = computed(() => fault.value !== null && fault.value === (task.value?.fault ?? 'none'))
const shownScale = computed(() =>
  mended.value ? task.value!.true_mm / (995 - task.value!.fork) : scale.value,
)
const off = computed(() => (mended.value ? 0 : task.value!.gap_mm))
</script>

<template>
  <ExerciseFrame
    :title="t('practice.measure.readTheLength')"
    card="measure"
    :asks="t('practice.measure.sayWhichLengthCountsWhat')"
    :answer="answer"
    :trouble="refusal"
    @next="next"
  >
    <el-skeleton v-if="!task && !refusal" :rows="6" animated />
    <template v-if="task">
      <div class="scroll" tabindex="0" role="group" :aria-label="t('practice.measure.theBoard')">
        <svg
          :viewBox="`-30 0 ${BOARD_END + 60} 330`"
          role="img"
          :aria-label="t('practice.measure.aFishOnABoard')"
        >
          <g
            :transform="
              task.fault === 'aslant' && !mended ? 'skewX(-14) translate(46 0)' : undefined
            "
          >
            <rect class="board" x="-8" y="40" :width="BOARD_END + 20" height="250" />
            <rect class="stop" x="-24" y="30" width="18" height="270" />
            <g :transform="`translate(${off} 165) scale(${shownScale})`">
              <AnimalBody
                :picture="picture"
                :open="task.fault === 'mouth_open' && !mended ? 24 : 0"
              />
            </g>
            <path
              v-if="task.fault === 'over_curve' && !mended"
              class="tape"
              :d="`M0 165Q${(task.shown_mm - off) / 2} ${165 - 0.46 * task.shown_mm * 0.5} ${task.shown_mm} 165`"
            />
            <g class="scale">
              <template v-for="mark in marks" :key="mark">
                <line :x1="mark" :x2="mark" y1="290" :y2="mark % 50 ? 276 : 262" />
                <text v-if="mark % 100 === 0" :x="mark" y="316">{{ mark / 10 }}</text>
              </template>
            </g>
          </g>
        </svg>
      </div>
      <form
        v-if="!answer"
        class="asked"
        @submit.prevent="score({ kind, fault, mm: Number(mm) * 10 })"
      >
        <fieldset>
          <legend>{{ t('practice.measure.whichLength') }}</legend>
          <label v-for="(words, key) in KINDS" :key="key"
            ><input v-model="kind" type="radio" name="kind" :value="key" required />
            {{ words }}</label
          >
        </fieldset>
        <fieldset>
          <legend>{{ t('practice.measure.whatIsWrong') }}</legend>
          <label v-for="(words, key) in FAULTS" :key="key"
            ><input v-model="fault" type="radio" name="fault" :value="key" required />
            {{ words }}</label
          >
        </fieldset>
        <label
          >{{ t('practice.measure.lengthInCm') }}
          <input
            v-model="mm"
            class="field figures"
            type="number"
            step="0.1"
            min="1"
            max="120"
            required
        /></label>
        <el-button native-type="submit" class="oilskin" size="large" :loading="busy">{{
          t('practice.measure.checkMyAnswer')
        }}</el-button>
      </form>
    </template>
  </ExerciseFrame>
</template>

<style scoped>
.scroll svg {
  width: 100%;
  min-width: 620px;
}
.board {
  fill: var(--sea);
  stroke: var(--ink);
  stroke-width: 3;
}
.stop {
  fill: var(--ink);
}
.tape {
  fill: none;
  stroke: var(--oilskin-deep);
  stroke-width: 9;
}
.scale line {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.scale text {
  font-size: 24px;
  text-anchor: middle;
  fill: var(--ink);
}
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-4);
  align-items: end;
}
fieldset {
  border: 1px solid var(--line);
  border-radius: var(--round);
  display: grid;
}
fieldset label {
  min-height: 40px;
  display: flex;
  gap: var(--gap-2);
  align-items: center;
}
.asked .field {
  width: 140px;
}
</style>
