import { onScopeDispose, shallowRef, watch, type Ref } from 'vue'
import { isRefused, type Field, type FishRecord, type FishAnswer } from '@/core/field'
import { nowMs } from '@/offline/clock'
import { afterPaint } from './afterPaint'
import { useSlowTick } from './useTick'

/** Lines of advice that are read at a time. */
export const LINES_AT_ONCE = 3

/**
 * What core says of the fish in hand: asked after every change and once a second, because a fight
 * and a lift go on.
 * The page has painted the touch by then; one round of questions is on its way at most, and the
 * newest one counts.
 */
export function useFishAnswer(
  field: Ref<Field | null>,
  records: () => { id: string; record: FishRecord }[],
  units: () => 'metric' | 'imperial',
) {
  const byFish = shallowRef<Record<string, FishAnswer>>({})
  const trouble = shallowRef<string | null>(null)
  let asking = false
  let again = false
  let over = false

  async function ask() {
    if (asking) return void (again = true)
    asking = true
    do {
      again = false
      const door = field.value
      const all = records()
      if (!door || !all.length) break
      try {
        const answers = await Promise.all(
          all.map(
            async ({ id, record }) =>
              [id, await door.ask('fish', { record, now_ms: nowMs(), units: units() })] as const,
          ),
        )
        // Taps that cannot be are told where they are put right; until then the last answer stands.
        if (!over && door === field.value)
          byFish.value = Object.fromEntries(
            answers
              .map(([id, answer]) => [id, isRefused(answer) ? byFish.value[id] : answer] as const)
              .filter((answer): answer is [string, FishAnswer] => Boolean(answer[1])),
          )
        trouble.value = null
      } catch (thrown) {
        trouble.value = thrown instanceof Error ? thrown.message : String(thrown)
      }
    } while (again)
    asking = false
  }

  watch([field, records, units], () => afterPaint(() => void ask()), {
    deep: true,
    immediate: true,
  })
  watch(useSlowTick(), () => void ask())
  onScopeDispose(() => (over = true))
  return { byFish, trouble }
}
