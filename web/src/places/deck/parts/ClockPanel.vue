<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { ClockMark, Stage } from '@/core/field'
import { clockText } from '@/format/units'
import { t } from '@/words/deck'
import { ACT_STAGE } from '@/words/fish'
import { warn } from '../sound'
import { useTick } from '../useTick'

/**
 * The running time: core told ahead what the clock says from when on, and here only the time is
 * looked at.
 */
const props = defineProps<{ stage: Stage; marks: ClockMark[] | null }>()
const now = useTick()
const mark = computed(
  () => (props.marks ?? []).findLast((mark) => mark.at_ms <= now.value) ?? props.marks?.[0] ?? null,
)
const figure = computed(() => {
  const { counts, from_ms, seconds } = mark.value ?? {
    counts: 'none',
    from_ms: null,
    seconds: null,
  }
  const passed = (now.value - (from_ms ?? 0)) / 1000
  if (counts === 'up') return clockText(passed)
  if (counts === 'down') return clockText(Math.ceil(-passed))
  if (counts === 'over') return `+${clockText(passed)}`
  return counts === 'still' ? String(Math.round(seconds!)) : '–'
})

/** Each sound has its visible twin in the words and the flash. */
const flash = ref(false)
watch(mark, (crossed, before) => {
  if (!crossed?.sound || (crossed.sound === before?.sound && crossed.at_ms === before.at_ms)) return
  warn(crossed.sound)
  flash.value = true
  window.setTimeout(() => (flash.value = false), 350)
})
</script>

<template>
  <section class="clock" :class="[mark?.tone ?? 'calm', { flash }]" aria-live="polite">
    <p class="stage">{{ stage === 'start' ? t('deck.stage.ready') : ACT_STAGE[stage] }}</p>
    <p class="figure figures" data-testid="figure">{{ figure }}</p>
    <p class="words">{{ mark?.words ?? t('deck.clockPanel.loadingTheRules') }}</p>
  </section>
</template>

<style scoped>
.clock {
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: center;
  gap: 0 var(--gap-3);
  min-height: 0;
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
  font-size: 42px;
  line-height: 1;
  font-weight: 700;
}
.words {
  line-height: 1.15;
}
@media (min-width: 900px) {
  .clock {
    min-height: 76px;
  }
  .figure {
    font-size: 84px;
  }
}
</style>
