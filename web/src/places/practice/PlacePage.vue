<script setup lang="ts">
import { useEventListener, useRafFn } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import AnimalBody from '@/drawings/AnimalBody.vue'
import { pictureOf } from '@/drawings/guilds'
import { t } from '@/words/practice'
import ExerciseFrame from './parts/ExerciseFrame.vue'
import { useExercise } from './useExercise'

/** Where the tag goes in: move the needle, turn it, push. By finger, mouse or keys. */
interface Task {
  guild: string
  facing: 'left' | 'right'
  sway_deg: number
}
interface Right {
  patch: [number, number][]
  point: [number, number]
  angle_deg: number
}
const { task, answer, refusal, score, next } = useExercise<Task>('place')
const stage = useTemplateRef<SVGSVGElement>('stage')
const picture = computed(() => (task.value ? pictureOf(task.value.guild) : null))
const MIDDLE = 500
const ROOM = 190
const box = computed(() => {
  const [x, y, width, height] = picture.value!.box as [number, number, number, number]
  return [x, y - ROOM, width, height + ROOM + 40] as const
})

/** The needle's point on the page, and its angle to the body from the tail. */
const x = ref(MIDDLE)
const y = ref(-200)
const angle = ref(70)
const swing = ref(0)
const started = performance.now()
const SWAY_MS = 900
useRafFn(({ timestamp }) => {
  if (task.value && !answer.value)
    swing.value = task.value.sway_deg * Math.sin((timestamp - started) / SWAY_MS)
})
watch(task, () => {
  x.value = MIDDLE
  y.value = -200
  angle.value = 70
  pushed.value = null
})

const mirrored = computed(() => task.value?.facing === 'right')
/** From the page to the fish's own places: turned back, and mirrored where it looks the other way. */
function onFish(px: number, py: number): [number, number] {
  const mx = mirrored.value ? 2 * MIDDLE - px : px
  const turn = (-swing.value * Math.PI) / 180
  const [dx, dy] = [mx - MIDDLE, py]
  return [
    MIDDLE + dx * Math.cos(turn) - dy * Math.sin(turn),
    dx * Math.sin(turn) + dy * Math.cos(turn),
  ]
}
const pushed = ref<[number, number] | null>(null)
function push() {
  if (!task.value || answer.value) return
  const [fx, fy] = onFish(x.value, y.value)
  pushed.value = [fx, fy]
  void score({ x: fx, y: fy, angle_deg: angle.value + swing.value })
}

function move(event: PointerEvent) {
  if (answer.value || !stage.value || event.buttons === 0) return
  const matrix = stage.value.getScreenCTM()
  if (!matrix) return
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  x.value = point.x
  y.value = point.y
}
const STEP = 8
const TURN_DEG = 5
useEventListener('keydown', (event: KeyboardEvent) => {
  if ((event.target as HTMLElement).closest('input, button, a')) return
  const step = event.shiftKey ? STEP / 4 : STEP
  const acts: Record<string, () => void> = {
    ArrowLeft: () => (x.value -= step),
    ArrowRight: () => (x.value += step),
    ArrowUp: () => (y.value -= step),
    ArrowDown: () => (y.value += step),
    '+': () => turnBy(TURN_DEG),
    '-': () => turnBy(-TURN_DEG),
    Enter: () => (answer.value ? void next() : push()),
  }
  const act = acts[event.key]
  if (!act) return
  event.preventDefault()
  act()
})
const turnBy = (by: number) => (angle.value = Math.min(175, Math.max(5, angle.value + by)))

const NEEDLE = 170
/** Out of the fish, to the tail and up. */
const end = computed(() => {
  const turn = (angle.value * Math.PI) / 180
  const side = mirrored.value ? -1 : 1
  return [x.value + side * NEEDLE * Math.cos(turn), y.value - NEEDLE * Math.sin(turn)]
})
const right = computed(() => answer.value?.right as Right | undefined)
const fish = computed(
  () =>
    `${mirrored.value ? `translate(${2 * MIDDLE} 0) scale(-1 1) ` : ''}rotate(${swing.value} ${MIDDLE} 0)`,
)
</script>

<template>
  <ExerciseFrame
    :title="t('practice.place.placeTheTag')"
    card="tag"
    :asks="t('practice.place.bringTheNeedleToThe')"
    :answer="answer"
    :trouble="refusal"
    @next="next"
  >
    <el-skeleton v-if="!task && !refusal" :rows="6" animated />
    <template v-if="task && picture">
      <svg
        ref="stage"
        class="stage"
        :viewBox="box.join(' ')"
        role="application"
        tabindex="0"
        :aria-label="t('practice.place.aFishOnTheBoard')"
        @pointerdown.prevent="move"
        @pointermove="move"
      >
        <rect class="board" :x="box[0]" :y="box[1]" :width="box[2]" :height="box[3]" />
        <g :transform="fish">
          <AnimalBody :picture="picture" />
          <template v-if="right">
            <polygon class="patch" :points="right.patch.map((one) => one.join(',')).join(' ')" />
            <circle class="went" :cx="pushed![0]" :cy="pushed![1]" r="12" />
          </template>
        </g>
        <g class="needle">
          <line :x1="x" :y1="y" :x2="end[0]" :y2="end[1]" />
          <circle :cx="x" :cy="y" r="7" />
          <circle class="handle" :cx="end[0]" :cy="end[1]" r="24" />
        </g>
      </svg>
      <div v-if="!answer" class="controls">
        <label>
          {{ t('practice.place.angle') }} <b class="figures">{{ angle }}°</b>
          <input v-model.number="angle" type="range" min="5" max="175" step="1" />
        </label>
        <el-button class="oilskin" size="large" @click="push">{{
          t('practice.place.push')
        }}</el-button>
      </div>
    </template>
  </ExerciseFrame>
</template>

<style scoped>
.stage {
  width: 100%;
  max-height: 56vh;
  touch-action: none;
  cursor: crosshair;
}
.board {
  fill: var(--sea);
}
.needle line {
  stroke: var(--ink);
  stroke-width: 9;
  stroke-linecap: round;
}
.needle circle {
  fill: var(--rust);
}
.needle .handle {
  fill: var(--oilskin);
  stroke: var(--ink);
  stroke-width: 4;
}
.patch {
  fill: color-mix(in srgb, var(--kelp) 55%, transparent);
  stroke: var(--kelp);
  stroke-width: 4;
}
.went {
  fill: none;
  stroke: var(--rust);
  stroke-width: 7;
}
.controls {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-4);
  align-items: end;
}
label {
  flex: 1;
  min-width: 220px;
}
input {
  width: 100%;
}
</style>
