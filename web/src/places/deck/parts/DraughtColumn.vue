<script setup lang="ts">
import { computed } from 'vue'
import { readClock, type Tap } from '../card'
import { useTick } from '../useTick'

/**
 * The clock as water: it sinks while the fish is out, and rises again while it is back in.
 * The full height is the budget of all lifts; one mark stands where this lift should end, one where all are used up.
 */
const props = defineProps<{
  oneLift: number
  total: number
  /** Seconds of air before the lift that runs now. */
  airBefore: number
  taps: Tap[]
  restNeeded: number
}>()

const now = useTick()
const clock = computed(() => readClock(props.taps, Math.max(now.value, props.taps.at(-1)?.at ?? 0)))
/** Seconds of the lift that runs now; null in the water. */
const lift = computed(() => clock.value.liftSeconds)
/** How far it has rested since the last lift, 0 to 1. */
const restShare = computed(() => (clock.value.restSeconds === null || props.restNeeded === 0 ? 1 : Math.min(1, clock.value.restSeconds / props.restNeeded)))
const share = (seconds: number) => (props.total > 0 ? Math.min(1, Math.max(0, seconds / props.total)) : 0)
/** How far the water has sunk, as a share of the column. */
const sunk = computed(() => (lift.value !== null ? share(lift.value) : share(clock.value.lastLiftSeconds) * (1 - restShare.value)))
const allLeft = computed(() => Math.max(0, props.total - props.airBefore))
const oneMark = computed(() => share(Math.min(props.oneLift, allLeft.value)))
const allMark = computed(() => share(allLeft.value))
const over = computed(() => lift.value !== null && lift.value > Math.min(props.oneLift, allLeft.value))
</script>

<template>
  <div class="draught" :class="{ out: lift !== null, over }" role="img" :aria-label="`Air: ${Math.floor(airBefore + (lift ?? 0))} of ${total} seconds used`">
    <div class="water" :style="{ transform: `translateY(${sunk * 100}%)` }">
      <svg class="waves" viewBox="0 0 80 10" preserveAspectRatio="none" aria-hidden="true"><path d="M0 5q10-6 20 0t20 0 20 0 20 0V10H0z" /></svg>
    </div>
    <div v-if="total > 0" class="mark one" :style="{ top: `${oneMark * 100}%` }"><span class="figures">{{ Math.round(Math.min(oneLift, allLeft)) }}s</span></div>
    <div v-if="total > 0 && allMark < 0.92 && allMark !== oneMark" class="mark all" :style="{ top: `${allMark * 100}%` }"><span class="figures">{{ Math.round(allLeft) }}s</span></div>
    <span class="foot figures">{{ total }}s</span>
  </div>
</template>

<style scoped>
.draught {
  position: relative;
  overflow: hidden;
  min-height: 0;
  border: 2px solid var(--ink);
  border-radius: 12px 12px 34px 34px;
  background: var(--sheet);
}
.water {
  position: absolute;
  inset: 0;
  background: var(--sea-deep);
  will-change: transform;
}
.out .water {
  background: var(--kelp);
}
.over .water {
  background: var(--rust);
}
.waves {
  position: absolute;
  left: 0;
  bottom: 100%;
  width: 100%;
  height: 8px;
  fill: var(--sea-deep);
}
.out .waves {
  fill: var(--kelp);
}
.over .waves {
  fill: var(--rust);
}
.mark {
  position: absolute;
  left: 0;
  right: 0;
  border-top: 3px solid var(--ink);
}
.mark.all {
  border-top-style: double;
  border-top-width: 5px;
}
.mark span,
.foot {
  position: absolute;
  right: 3px;
  bottom: 2px;
  padding: 0 4px;
  background: var(--sheet);
  border-radius: 5px;
  font-size: 13px;
  font-weight: 700;
}
.mark span {
  bottom: 4px;
}
.foot {
  right: 50%;
  transform: translateX(50%);
  bottom: 8px;
}
</style>
