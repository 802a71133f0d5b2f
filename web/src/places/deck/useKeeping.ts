import { useEventListener } from '@vueuse/core'
import { storeToRefs } from 'pinia'
import { v7 as uuid } from 'uuid'
import type { ComputedRef } from 'vue'
import { useQueue } from '@/offline/queue'
import { afterPaint } from './afterPaint'
import { bodyOf, hasEnded, type FishInHand } from './fishInHand'
import type { Cards } from './useCards'
import type { Hands } from './useHands'

/**
 * Keeps every record on the device; one that has ended goes to the queue, and again as a new
 * revision when it is changed after that.
 */
export function useKeeping(
  memberId: string,
  { card }: Cards,
  { keepInHand }: Hands,
  unit: ComputedRef<'cm' | 'in'>,
) {
  const queue = useQueue()
  const { encounters } = storeToRefs(queue)
  const device = (localStorage['voucher.device'] ??= uuid()) as string
  const unkept = new Set<FishInHand>()
  const isQueued = (id: string) => encounters.value.some((kept) => kept.id === id)

  function changed(one: FishInHand) {
    unkept.add(one)
    afterPaint(keepAll)
  }
  function keepAll() {
    unkept.forEach(keepOne)
    unkept.clear()
    void keepInHand()
  }
  /** While it is open again nothing of it goes out. */
  function keepOne(one: FishInHand) {
    if (!hasEnded(one)) return
    const before = encounters.value.find((kept) => kept.id === one.id)
    const body = bodyOf(one, card.value!, unit.value, device)
    const { trip_id, house_rules_version, own_rules_version } = before?.body ?? body
    const next = {
      ...body,
      trip_id,
      house_rules_version,
      own_rules_version,
      revision: before ? before.body.revision + 1 : one.revision,
    }
    // Opening and closing it says nothing new.
    if (before && isSame({ ...next, revision: 0 }, { ...before.body, revision: 0 })) return
    one.revision = next.revision
    void queue.save({ id: one.id, member_id: memberId, body: next, fish: { ...one } })
  }
  useEventListener(window, 'pagehide', keepAll)

  return { changed, keepOne, isQueued }
}
export type Keeping = ReturnType<typeof useKeeping>

const isSame = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)
