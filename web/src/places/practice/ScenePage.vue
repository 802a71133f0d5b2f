<script setup lang="ts">
import { useEventListener, useRafFn } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAct } from '@/api/useAct'
import { nowMs } from '@/offline/clock'
import TroubleNote from '@/parts/TroubleNote.vue'
import ClockPanel from '@/places/deck/parts/ClockPanel.vue'
import { soundOn, wakeSound, warn } from '@/places/deck/sound'
import {
  keepResult,
  newSeed,
  trainer,
  type Debrief,
  type LandingState,
  type Scene,
} from '@/practice/practice'
import { t } from '@/words/practice'
import SceneDebrief from './parts/SceneDebrief.vue'
import SceneStage from './parts/SceneStage.vue'

/** A fish on the clock, in real time, with pause; the Deck's own clock and its lines. */
const route = useRoute()
const router = useRouter()
const key = String(route.params['scene'])
const seed = ref(Number(route.query['seed'] ?? newSeed()))
const scene = shallowRef<Scene | null>(null)
const state = shallowRef<LandingState | null>(null)
const debrief = shallowRef<Debrief | null>(null)
const well = shallowRef<Debrief | null>(null)
const paused = ref(true)
const drag = ref(20)
const winds = ref(false)
const { refusal, run } = useAct()

const begin = () =>
  run(async () => {
    debrief.value = well.value = null
    deeds = []
    scene.value = (await trainer.scenes()).find((known) => known.key === key) ?? null
    state.value = await trainer.begin(key, seed.value)
    await router.replace({ query: { seed: seed.value } })
    paused.value = true
  })
onMounted(begin)

/** Core's steps are equal, whatever the screen does; at most so much is caught up at once. */
const STEP_MS = 50
const MOST_BEHIND_MS = 400
let behind = 0
let asking = false
let act: string | null = null
/** What was done, for the server to do again. */
let deeds: (number | boolean | string | null)[][] = []
let offset = ref(0)
useRafFn(({ delta }) => {
  if (paused.value || !state.value || debrief.value) return
  behind = Math.min(behind + delta, MOST_BEHIND_MS)
  if (asking || behind < STEP_MS) return
  const ms = Math.floor(behind / STEP_MS) * STEP_MS
  behind -= ms
  asking = true
  deeds.push([ms, winds.value, drag.value, act])
  void trainer
    .advance({ ms, winds: winds.value, drag_percent: drag.value, act })
    .then(show)
    .finally(() => (asking = false))
  act = null
})
async function show(landing: LandingState) {
  state.value = landing
  offset.value = nowMs() - landing.clock_ms
  if (!landing.debrief) return
  debrief.value = landing.debrief
  paused.value = true
  const { points } = landing.debrief
  well.value = await trainer.well(key, seed.value)
  await keepResult({
    skill: 'handle',
    scene: key,
    seed: seed.value,
    level: 0,
    marks: null,
    points,
    deeds,
  })
}
/** The line near its end is heard as well as seen. */
watch(
  () => state.value?.strained,
  (strained) => strained && warn('half'),
)
/** The clock counts in this page's time. */
const marks = computed(() =>
  (state.value?.clock ?? []).map((mark) => ({
    ...mark,
    at_ms: mark.at_ms + offset.value,
    from_ms: mark.from_ms === null ? null : mark.from_ms + offset.value,
  })),
)
const again = () => {
  seed.value = newSeed()
  return begin()
}
const start = () => {
  wakeSound()
  behind = 0
  paused.value = false
}
const STEP = 5
const pull = (by: number) => (drag.value = Math.min(100, Math.max(STEP, drag.value + by)))
useEventListener('keydown', (event: KeyboardEvent) => {
  if ((event.target as HTMLElement).closest('input, a')) return
  const acts: Record<string, () => void> = {
    ' ': () => (winds.value = true),
    ArrowUp: () => pull(STEP),
    ArrowDown: () => pull(-STEP),
    p: () => (paused.value ? start() : (paused.value = true)),
  }
  const digit = Number(event.key)
  const known = acts[event.key] ?? (digit ? () => choose(state.value?.acts[digit - 1]?.key) : null)
  if (!known) return
  event.preventDefault()
  known()
})
useEventListener('keyup', (event: KeyboardEvent) => {
  if (event.key === ' ') winds.value = false
})
function choose(name: string | undefined) {
  if (!name || paused.value) return
  act = name
}
</script>

<template>
  <div class="page scene stack">
    <p>
      <RouterLink to="/practice">{{ t('practice.scene.practice') }}</RouterLink>
    </p>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!state && !refusal" :rows="8" animated />
    <template v-if="state && scene">
      <header>
        <h1>{{ scene.title }}</h1>
        <p class="soft">{{ scene.says }}</p>
      </header>
      <SceneDebrief v-if="debrief" :debrief="debrief" :well="well" @again="again" />
      <div v-else class="play stack">
        <ClockPanel v-if="state.stage" :stage="state.stage" :marks="paused ? null : marks" />
        <SceneStage :state="state" :guild="scene.guild" :key-of-scene="scene.key" />
        <div v-if="paused" class="row">
          <el-button class="oilskin" size="large" data-testid="start" @click="start">{{
            state.clock_ms ? t('practice.scene.continue') : t('practice.scene.fishOnBegin')
          }}</el-button>
          <span class="soft">{{ t('practice.scene.spaceWindsArrowsSetThe') }}</span>
        </div>
        <template v-else>
          <div v-if="state.phase === 'fight'" class="fight">
            <label
              >{{ t('practice.scene.drag') }} <b class="figures">{{ drag }} %</b>
              <input v-model.number="drag" type="range" min="5" max="100" step="1" />
            </label>
            <button
              type="button"
              class="wind"
              :class="{ on: winds }"
              @pointerdown.prevent="winds = true"
              @pointerup="winds = false"
              @pointerleave="winds = false"
              @contextmenu.prevent
            >
              {{ t('practice.scene.holdToWind') }}
            </button>
          </div>
          <ol v-if="state.lines.length" class="lines">
            <li v-for="line in state.lines" :key="line">{{ line }}</li>
          </ol>
          <p v-if="state.doing" class="doing" role="status" :data-doing="state.doing.key">
            <span
              :style="{
                width: `${100 - (100 * (state.doing.until_ms - state.clock_ms)) / (state.doing.seconds * 1000)}%`,
              }"
            ></span>
            …
          </p>
          <div class="acts">
            <button
              v-for="(choice, index) in state.acts"
              :key="choice.key"
              type="button"
              :data-act="choice.key"
              @click="choose(choice.key)"
            >
              <kbd>{{ index + 1 < 10 ? index + 1 : '' }}</kbd> {{ choice.title }}
            </button>
          </div>
          <p class="row">
            <button type="button" class="link" @click="paused = true">
              {{ t('practice.scene.pause') }}
            </button>
            <button type="button" class="link" :aria-pressed="soundOn" @click="soundOn = !soundOn">
              {{ soundOn ? t('practice.scene.soundOff') : t('practice.scene.soundOn') }}
            </button>
          </p>
        </template>
      </div>
    </template>
  </div>
</template>

<style scoped>
.row {
  gap: var(--gap-3);
}
.fight {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: var(--gap-4);
  align-items: end;
}
.fight input {
  width: 100%;
  min-height: 44px;
  accent-color: var(--kelp);
}
.wind {
  min-width: 150px;
  min-height: 84px;
  border-radius: 50px;
  border: 3px solid var(--ink);
  background: var(--sheet);
  color: var(--ink);
  touch-action: none;
  user-select: none;
}
.wind.on {
  background: var(--kelp);
  color: var(--on-kelp);
}
.lines {
  padding-left: 1.2em;
}
.doing {
  position: relative;
  height: 22px;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 99px;
  overflow: hidden;
  text-align: center;
  line-height: 16px;
}
.doing span {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--kelp);
}
.acts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
  gap: var(--gap-2);
}
.acts button {
  min-height: 56px;
  padding: 4px var(--gap-2);
  border: 2px solid var(--line-strong);
  border-radius: var(--round);
  background: var(--sheet);
  color: var(--ink);
  text-align: left;
  line-height: 1.15;
}
kbd {
  color: var(--ink-soft);
  font-size: 13px;
}
</style>
