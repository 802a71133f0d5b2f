<script setup lang="ts">
import { computed } from 'vue'
import type { FishAnswer } from '@/core/field'
import { t } from '@/words/deck'
import { useTick } from '../useTick'

/**
 * The clock as water: it sinks while the fish is out, and rises again while it is back in.
 * The full height is the budget of all lifts; one mark stands where this lift should end, one
 * where all are used up.
 */
const props = defineProps<{ answer: FishAnswer | null }>()

const now = useTick()
const air = computed(() => props.answer?.air ?? null)
const since = computed(() =>
  props.answer?.since_ms ? Math.max(0, now.value - props.answer.since_ms) / 1000 : 0,
)
/** Seconds of the lift that runs now; null in the water. */
const lift = computed(() => (props.answer?.out ? since.value : null))
/** How far it has rested since the last lift, 0 to 1. */
const restShare = computed(() =>
  air.value?.rest_seconds && props.answer?.stage === 'back_in_water'
    ? Math.min(1, since.value / air.value.rest_seconds)
    : 1,
)
const total = computed(() => air.value?.total_seconds ?? 0)
/** A part of the column; an empty one has none. */
const share = (seconds: number) => Math.min(1, Math.max(0, seconds / (total.value || Infinity)))
/** How far the water has sunk, as a share of the column. */
const sunk = computed(() =>
  lift.value !== null
    ? share(lift.value)
    : share(air.value?.last_lift_seconds ?? 0) * (1 - restShare.value),
)
const allLeft = computed(() => Math.max(0, total.value - (air.value?.before_seconds ?? 0)))
const oneLeft = computed(() => air.value?.this_lift_seconds ?? 0)
const over = computed(() => lift.value !== null && share(lift.value) >= share(oneLeft.value))
/** Two marks on one spot are one, and one at the very foot is the foot's. */
const showsAll = computed(
  () => share(allLeft.value) !== share(oneLeft.value) && share(allLeft.value) < 0.92,
)
</script>

<template>
  <div
    class="draught"
    :class="{ out: lift !== null, over }"
    role="img"
    :aria-label="
      air?.no_lift
        ? t('deck.draughtColumn.doNotLift')
        : t('deck.draughtColumn.airOfSecondsUsed', {
            lift: Math.floor((air?.before_seconds ?? 0) + (lift ?? 0)),
            total,
          })
    "
  >
    <div class="water" :style="{ transform: `translateY(${sunk * 100}%)` }">
      <svg class="waves" viewBox="0 0 80 10" preserveAspectRatio="none" aria-hidden="true">
        <path d="M0 5q10-6 20 0t20 0 20 0 20 0V10H0z" />
      </svg>
    </div>
    <template v-if="total">
      <div class="mark one" :style="{ top: `${share(oneLeft) * 100}%` }">
        <span class="figures">{{ Math.round(oneLeft) }}s</span>
      </div>
      <div v-if="showsAll" class="mark all" :style="{ top: `${share(allLeft) * 100}%` }">
        <span class="figures">{{ Math.round(allLeft) }}s</span>
      </div>
      <span class="foot figures">{{ total }}s</span>
    </template>
    <span v-else class="foot">{{ air?.no_lift ? t('deck.draughtColumn.footDoNotLift') : '' }}</span>
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
