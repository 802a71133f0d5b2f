import { createSharedComposable, useIntervalFn } from '@vueuse/core'
import { ref } from 'vue'
import { nowMs } from '@/offline/clock'

function ticking(everyMs: number) {
  const now = ref(nowMs())
  useIntervalFn(() => (now.value = nowMs()), everyMs)
  return now
}

/** Ten times a second, for what shows running figures; only those parts are drawn again. */
export const useTick = createSharedComposable(() => ticking(100))
/** Once a second, for what changes with the time but slowly. */
export const useSlowTick = createSharedComposable(() => ticking(1000))
