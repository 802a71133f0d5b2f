import { useEventListener } from '@vueuse/core'
import { storeToRefs } from 'pinia'
import { v7 as uuid } from 'uuid'
import type { ComputedRef } from 'vue'
import { useQueue } from '@/offline/queue'
import { afterPaint } from './afterPaint'
import { hasEnded, nextRevision, type FishInHand } from './fishInHand'
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

  function changed(inHand: FishInHand) {
    unkept.add(inHand)
    afterPaint(keepAll)
  }
  function keepAll() {
    unkept.forEach(keepOne)
    unkept.clear()
    void keepInHand()
  }
  /** While it is open again nothing of it goes out. */
  function keepOne(fish: FishInHand) {
    if (!hasEnded(fish)) return
    const before = encounters.value.find((kept) => kept.id === fish.id)
    const body = nextRevision(fish, before?.body ?? null, card.value!, unit.value, device)
    if (!body) return
    fish.revision = body.revision
    void queue.save({ id: fish.id, member_id: memberId, body, fish: { ...fish } })
  }
  useEventListener(window, 'pagehide', keepAll)

  return { changed, keepOne, isQueued }
}
export type Keeping = ReturnType<typeof useKeeping>
