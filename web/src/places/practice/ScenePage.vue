<script setup lang="ts">
import { useEventListener, useRafFn } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAct } from '@/api/useAct'
import type { FishAnswer } from '@/core/field'
import { nowMs } from '@/offline/clock'
import TroubleNote from '@/parts/TroubleNote.vue'
import ClockPanel from '@/places/deck/parts/ClockPanel.vue'
import DraughtColumn from '@/places/deck/parts/DraughtColumn.vue'
import { soundOn, wakeSound, warn } from '@/places/deck/sound'
import {
  keepResult,
  newSeed,
  trainer,
  type Choice,
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
/** Line is given: the drag is off for as long as it is. */
const gives = ref(false)
const LOOSE_PERCENT = 5
const dragNow = computed(() => (gives.value ? LOOSE_PERCENT : drag.value))
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
  deeds.push([ms, winds.value, dragNow.value, act])
  void trainer
    .advance({ ms, winds: winds.value, drag_percent: dragNow.value, act })
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
// The scene is the page, as the Deck is at the water.
onMounted(() => document.body.classList.add('at-water'))
onUnmounted(() => document.body.classList.remove('at-water'))
/** A group of acts that is open; it closes with the phase. */
const open = shallowRef<string | null>(null)
watch(
  () => `${state.value?.phase} ${state.value?.hand}`,
  () => (open.value = null),
)
const shown = computed<Choice[]>(() => {
  const choices = state.value?.choices ?? []
  return choices.find((choice) => choice.key === open.value)?.acts ?? choices
})
function touch(choice: Choice) {
  if (choice.acts.length) open.value = choice.key
  else choose(choice.key)
}
const titleOf = (name: string | null) =>
  state.value?.acts.find((entry) => entry.key === name)?.title ?? ''
/** The scene in words, for who does not see it: what the fish does, and what can be done. */
const described = computed(() => {
  const { value: now } = state
  if (!now || paused.value) return ''
  return [now.hand === 'in' ? t('practice.sceneStage.hookInYourHand') : null, ...now.lines]
    .filter(Boolean)
    .join(' ')
})
/** The column of the Deck, in this page's time. */
const answer = computed(() =>
  state.value?.air
    ? ({
        stage: state.value.stage,
        since_ms: marks.value[0]?.from_ms ?? null,
        out: state.value.phase === 'air' && !paused.value,
        air: state.value.air,
      } as FishAnswer)
    : null,
)
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
    Enter: () => choose(state.value?.next ?? undefined),
    Escape: () => (open.value = null),
    p: () => (paused.value ? start() : (paused.value = true)),
  }
  const digit = Number(event.key)
  const known =
    acts[event.key] ??
    (digit ? () => shown.value[digit - 1] && touch(shown.value[digit - 1]!) : null)
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
  open.value = null
}
</script>

<template>
  <div v-if="!state || !scene || debrief" class="page scene stack">
    <p>
      <RouterLink to="/practice">{{ t('practice.scene.practice') }}</RouterLink>
    </p>
    <TroubleNote :trouble="refusal" />
    <p v-if="!state && !refusal" role="status">{{ t('practice.scene.loading') }}</p>
    <template v-if="debrief && scene">
      <h1>{{ scene.title }}</h1>
      <SceneDebrief :debrief="debrief" :well="well" @again="again" />
    </template>
  </div>
  <div v-else class="play" :class="{ fights: state.phase === 'fight' }">
    <header>
      <RouterLink class="exit" to="/practice" :aria-label="t('practice.scene.practice')"
        >‹</RouterLink
      >
      <h1>{{ scene.title }}</h1>
      <button
        v-if="!paused"
        type="button"
        class="quiet"
        :aria-label="t('practice.scene.pause')"
        @click="paused = true"
      >
        {{ '❚❚' }}
      </button>
      <button
        type="button"
        class="quiet"
        :aria-pressed="soundOn"
        :aria-label="soundOn ? t('practice.scene.soundOff') : t('practice.scene.soundOn')"
        @click="soundOn = !soundOn"
      >
        {{ soundOn ? '♪' : '♪̸' }}
      </button>
    </header>
    <ClockPanel
      v-if="state.stage"
      class="clock"
      :stage="state.stage"
      :marks="paused ? null : marks"
    />
    <div class="picture">
      <SceneStage
        :state="state"
        :guild="scene.guild"
        :key-of-scene="scene.key"
        :tools="scene.tools"
        @act="choose"
        @wind="winds = $event"
        @give="gives = $event"
      />
      <b v-if="state.phase === 'fight'" class="metres figures"
        >{{ state.distance_m.toFixed(1) }} m</b
      >
      <DraughtColumn v-if="state.air && state.phase !== 'fight'" class="column" :answer="answer" />
      <ol
        v-if="!paused && state.lines.length"
        class="lines bare"
        :aria-label="t('practice.scene.now')"
      >
        <li v-for="line in state.lines" :key="line">{{ line }}</li>
      </ol>
      <p v-if="state.doing" class="doing" role="status" :data-doing="state.doing.key">
        <span
          :style="{
            width: `${100 - (100 * (state.doing.until_ms - state.clock_ms)) / (state.doing.seconds * 1000)}%`,
          }"
        ></span>
        {{ titleOf(state.doing.key) }}
      </p>
      <div v-if="paused" class="intro">
        <p>{{ scene.says }}</p>
        <p class="soft">{{ t('practice.scene.handsOnThePicture') }}</p>
      </div>
      <label v-if="state.phase === 'fight' && !paused" class="drag"
        ><span class="unseen">{{ t('practice.scene.drag') }}</span>
        <input v-model.number="drag" type="range" min="5" max="100" step="1" />
        <b class="figures">{{ drag }} %</b>
      </label>
      <p class="unseen" role="status">{{ described }}</p>
    </div>
    <div v-if="!paused" class="words">
      <button
        v-for="(choice, index) in shown"
        :key="choice.key"
        type="button"
        :data-act="choice.acts.length ? undefined : choice.key"
        :data-group="choice.acts.map((inner) => inner.key).join(' ') || undefined"
        @click="touch(choice)"
      >
        <kbd>{{ index + 1 }}</kbd> {{ choice.title }}
      </button>
      <button v-if="open" type="button" class="back" @click="open = null">
        {{ t('practice.scene.back') }}
      </button>
    </div>
    <div class="keys">
      <button v-if="paused" type="button" class="next" data-testid="start" @click="start">
        {{ state.clock_ms ? t('practice.scene.continue') : t('practice.scene.fishOnBegin') }}
      </button>
      <template v-else-if="state.phase === 'fight'">
        <button
          type="button"
          class="next wind"
          :class="{ on: winds }"
          @pointerdown.prevent="winds = true"
          @pointerup="winds = false"
          @pointerleave="winds = false"
          @contextmenu.prevent
        >
          {{ t('practice.scene.holdToWind') }}
        </button>
      </template>
      <button
        v-else
        type="button"
        class="next"
        data-testid="next"
        :disabled="!state.next"
        @click="choose(state.next ?? undefined)"
      >
        {{ state.next ? titleOf(state.next) : '…' }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.play {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto auto;
  gap: 5px;
  height: calc(100dvh - 49px);
  width: 100%;
  max-width: 560px;
  margin: 0 auto;
  padding: 2px var(--gap-2) 6px;
}
header {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 44px;
}
header h1 {
  flex: 1;
  margin: 0;
  font-size: 18px;
  line-height: 1.1;
}
.exit {
  min-width: 36px;
  font-size: 28px;
  text-align: center;
  text-decoration: none;
}
header .quiet {
  min-width: 44px;
  min-height: 44px;
}
.picture {
  position: relative;
  min-height: 0;
  overflow: hidden;
  border: 1px solid var(--line-strong);
  border-radius: var(--round);
}
.column {
  position: absolute;
  inset: 8px auto 56% 8px;
  width: 44px;
  pointer-events: none;
}
.metres {
  position: absolute;
  top: 6px;
  right: 12px;
  font-size: 20px;
  pointer-events: none;
}
.lines {
  position: absolute;
  inset: 8px 8px auto 60px;
  display: grid;
  gap: 4px;
  pointer-events: none;
}
.fights .lines {
  inset: 8px 92px auto 8px;
}
.lines li {
  padding: 2px 8px;
  border-left: 3px solid var(--sea-deep);
  background: color-mix(in srgb, var(--sheet) 88%, transparent);
  font-size: 15px;
  line-height: 1.2;
}
.doing {
  position: absolute;
  inset: auto 12px 84px;
  height: 30px;
  margin: 0;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 99px;
  overflow: hidden;
  text-align: center;
  line-height: 28px;
  font-size: 15px;
  pointer-events: none;
}
.doing span {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--kelp-soft);
  z-index: -1;
}
.doing {
  isolation: isolate;
}
.intro {
  position: absolute;
  inset: 16px 16px auto;
  padding: var(--gap-3);
  border-radius: var(--round);
  background: color-mix(in srgb, var(--sheet) 92%, transparent);
}
.intro p {
  margin: 0 0 6px;
}
.drag {
  position: absolute;
  inset: 40px 4px auto auto;
  display: grid;
  justify-items: center;
  height: 220px;
}
.drag input {
  writing-mode: vertical-lr;
  direction: rtl;
  width: 44px;
  height: 190px;
  accent-color: var(--kelp);
}
.words {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 6px;
  align-content: start;
  min-height: 92px;
}
.words button {
  min-height: 43px;
  padding: 2px 6px;
  border: 1px solid var(--line-strong);
  border-radius: 12px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 15px;
  line-height: 1.1;
  cursor: pointer;
}
.words .back {
  border-style: dashed;
}
.next {
  width: 100%;
  min-height: 60px;
  border: 2px solid var(--ink);
  border-radius: 22px;
  background: var(--oilskin);
  color: var(--on-oilskin);
  font-size: 26px;
  font-weight: var(--weight-strong);
  touch-action: none;
  user-select: none;
  cursor: pointer;
}
.next.on {
  background: var(--kelp);
  color: var(--on-kelp);
}
.next:disabled {
  opacity: 0.5;
}
kbd {
  color: var(--ink-soft);
  font-size: 13px;
}
@media (max-width: 899px) {
  kbd {
    display: none;
  }
}
@media (max-height: 759px) {
  .play {
    height: 100dvh;
  }
}
</style>
