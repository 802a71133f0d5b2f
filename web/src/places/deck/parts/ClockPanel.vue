<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { clockText } from '@/format/units'
import { ACT } from '@/words/fish'
import { readClock, type Tap } from '../card'
import { warn, type Warning } from '../sound'
import { useTick } from '../useTick'

const props = defineProps<{ taps: Tap[]; oneLift: number; total: number; airBefore: number; restNeeded: number; fightBudget: number }>()
const now = useTick()
const clock = computed(() => readClock(props.taps, Math.max(now.value, props.taps.at(-1)?.at ?? 0)))
const budget = computed(() => Math.min(props.oneLift, props.total - props.airBefore))
/** Seconds that this lift, or the next one, may still take. */
const left = computed(() => budget.value - (clock.value.liftSeconds ?? 0))

/** What has been crossed in this lift; the words on the clock are the visible twin of each sound. */
const crossed = computed<Warning | null>(() => {
  if (clock.value.liftSeconds === null) return null
  if (left.value <= 0) return 'over'
  if (left.value <= 10 && budget.value > 10) return 'ten'
  return left.value <= budget.value / 2 ? 'half' : null
})
const flash = ref(false)
watch(crossed, (warning) => {
  if (!warning) return
  warn(warning)
  flash.value = true
  window.setTimeout(() => (flash.value = false), 350)
})

/** The one sentence that says how things stand; the colour only repeats it. */
const standing = computed(() => {
  const { stage, liftSeconds, fightSeconds, stageSeconds, restSeconds, airSeconds } = clock.value
  const calm = (seconds: number, words: string) => ({ tone: 'calm', figure: clockText(seconds), words })
  switch (stage) {
    case 'lifted': {
      const whole = Math.ceil(left.value)
      if (props.oneLift === 0) return { tone: 'stop', figure: clockText(liftSeconds ?? 0), words: 'keep it in the water' }
      if (whole <= 0) return { tone: 'stop', figure: `+${clockText(-left.value)}`, words: 'over: back in water, get ready, lift again' }
      const unit = whole === 1 ? 'second left' : 'seconds left'
      return { tone: crossed.value ? 'hurry' : 'calm', figure: clockText(whole), words: crossed.value === 'half' ? `${unit}, half is gone` : unit }
    }
    case 'fish_on': {
      const over = (fightSeconds ?? 0) > props.fightBudget
      return { ...calm(fightSeconds ?? 0, over ? `longer than the ${props.fightBudget} s this fish should fight` : `of ${props.fightBudget} s to bring it in`), tone: over ? 'hurry' : 'calm' }
    }
    case 'in_net':
      return calm(stageSeconds, 'rests in the net; lay everything out')
    case 'back_in_water': {
      const rest = props.restNeeded - (restSeconds ?? 0)
      return rest > 0 ? calm(Math.ceil(rest), `s of rest before another lift of ${clockText(Math.max(0, Math.floor(left.value)))} s`) : calm(restSeconds ?? 0, 'rested; let it go when it kicks')
    }
    case 'let_go':
    case 'kept':
      return calm(airSeconds, 's in the air, in all')
    default:
      return calm(props.oneLift, 's in one lift, at most')
  }
})
defineExpose({ standing })
</script>

<template>
  <section class="clock" :class="[standing.tone, { flash }]" aria-live="polite">
    <p class="stage">{{ taps.length ? ACT[taps.at(-1)!.act].stage : 'ready' }}</p>
    <p class="figure figures" data-testid="figure">{{ standing.figure }}</p>
    <p class="words">{{ standing.words }}</p>
  </section>
</template>

<style scoped>
.clock {
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: center;
  gap: 0 var(--gap-3);
  min-height: 76px;
  padding: 2px var(--gap-3);
  border-left: 8px solid var(--kelp);
  background: var(--kelp-soft);
  border-radius: 0 var(--round) var(--round) 0;
}
.clock.hurry {
  border-color: var(--oilskin);
  background: color-mix(in srgb, var(--oilskin) 28%, var(--paper));
}
.clock.stop {
  border-color: var(--rust);
  background: var(--rust);
  color: var(--on-rust);
}
.clock.flash {
  outline: 5px solid var(--ink);
  outline-offset: -5px;
}
.stage {
  grid-column: 1 / -1;
  font-weight: var(--weight-strong);
  line-height: 1.1;
}
.figure {
  font-size: 52px;
  line-height: 1;
  font-weight: 700;
}
.words {
  line-height: 1.15;
}
@media (min-width: 900px) {
  .figure {
    font-size: 84px;
  }
}
</style>
