<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed } from 'vue'
import { t } from '@/words/water'

/** The months of a year one after the other, or all of them. */
const month = defineModel<number | undefined>()
const STEP_MS = 1200
const MONTHS = 12
const name = (number: number) =>
  new Intl.DateTimeFormat('en', { month: 'long', timeZone: 'UTC' }).format(
    Date.UTC(2026, number - 1),
  )
const label = computed(() => (month.value ? name(month.value) : t('water.monthPlayer.allYear')))
const player = useIntervalFn(() => (month.value = ((month.value ?? 0) % MONTHS) + 1), STEP_MS, {
  immediate: false,
  immediateCallback: true,
})
function choose(event: Event) {
  player.pause()
  month.value = Number((event.target as HTMLInputElement).value) || undefined
}
function stop() {
  player.pause()
  month.value = undefined
}
</script>

<template>
  <div class="player row" role="group" :aria-label="t('water.monthPlayer.month')">
    <button
      type="button"
      class="quiet"
      :aria-pressed="player.isActive.value"
      @click="player.isActive.value ? player.pause() : player.resume()"
    >
      {{
        player.isActive.value ? t('water.monthPlayer.pause') : t('water.monthPlayer.playTheYear')
      }}
    </button>
    <input
      type="range"
      min="0"
      :max="MONTHS"
      :value="month ?? 0"
      :aria-label="t('water.monthPlayer.monthOfTheCatches')"
      :aria-valuetext="label"
      @input="choose"
    />
    <output>{{ label }}</output>
    <button v-if="month" type="button" class="link" @click="stop">
      {{ t('water.monthPlayer.allYear') }}
    </button>
  </div>
</template>

<style scoped>
.player input {
  width: min(40vw, 260px);
  min-height: 44px;
}
.player output {
  min-width: 6em;
  font-weight: var(--weight-strong);
}
</style>
