import { computed, ref } from 'vue'
import { keepNote, note } from '@/offline/store'
import { isInHand, type FishInHand } from './fishInHand'

export interface InHand {
  hands: FishInHand[]
  at: number
  usual: string | null
}

/** The fish in hand, and which of them the screen shows; kept on the device. */
export function useHands(memberId: string) {
  const KEPT = `in-hand:${memberId}`
  const hands = ref<FishInHand[]>([])
  const current = ref(0)
  /** What is being fished for: a crab on the hook does not change it. */
  const usual = ref<string | null>(null)
  const fish = computed<FishInHand | null>(() => hands.value[current.value] ?? null)

  const keepInHand = () =>
    keepNote(KEPT, { hands: hands.value, at: current.value, usual: usual.value })
  const keptInHand = () => note<InHand>(KEPT)
  /** The trip of a fish in hand, or null. */
  const leftInHand = async () => (await keptInHand())?.hands.find(isInHand)?.trip_id ?? null
  const isAnyInHand = () => hands.value.some(isInHand)

  function turnTo(place: number) {
    current.value = place
    void keepInHand()
  }
  /** In the place of the one that is shown. */
  const put = (inHand: FishInHand) => (hands.value[current.value] = inHand)
  /** Beside the others, and shown. */
  function add(inHand: FishInHand, others = hands.value) {
    hands.value = [...others, inHand]
    current.value = hands.value.length - 1
  }

  return {
    hands,
    current,
    usual,
    fish,
    keepInHand,
    keptInHand,
    leftInHand,
    isAnyInHand,
    turnTo,
    put,
    add,
  }
}
export type Hands = ReturnType<typeof useHands>
