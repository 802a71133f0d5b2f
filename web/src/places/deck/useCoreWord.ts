import { computed, shallowRef, watch, type ComputedRef } from 'vue'
import { openField, type Act, type Field, type FishAnswer, type NextAct } from '@/core/field'
import { useSessionStore } from '@/stores/session'
import { afterPaint } from './afterPaint'
import { localDate } from '@/format/units'
import { hasEnded, isEnd, seenOf, stageOf, type FishInHand } from './fishInHand'
import type { Cards } from './useCards'
import { useFishAnswer } from './useFishAnswer'
import type { Hands } from './useHands'
import type { Instruments } from './useInstruments'
import type { Logged } from './useLogged'

/**
 * Core's own word on every fish in hand, a frame after the touch; and which acts may come next, by
 * the table of acts on the card.
 */
export function useCoreWord(
  { card }: Cards,
  { hands, fish }: Hands,
  { pouch, keptBefore }: Logged,
  instruments: Instruments,
  unit: ComputedRef<'cm' | 'in'>,
) {
  const session = useSessionStore()
  const field = shallowRef<Field | null>(null)
  watch(
    () => card.value?.sha256,
    () => afterPaint(() => (field.value = card.value && openField(card.value))),
  )
  const seen = (inHand: FishInHand) =>
    seenOf(
      inHand,
      unit.value,
      { depth_m: instruments.depthM.value, water_temp_c: instruments.waterTempC.value },
      pouch.value.length > 0,
      keptBefore(inHand),
    )
  const { byFish: all, trouble: coreTrouble } = useFishAnswer(
    field,
    () =>
      hands.value.map((hand) => ({
        id: hand.id,
        record: {
          species_code: hand.species_code,
          taps: hand.taps,
          caught_on: hand.taps[0] ? localDate(new Date(hand.taps[0].at)) : null,
          ...seen(hand),
        },
      })),
    () => session.units,
  )
  const answerOf = (inHand: FishInHand) => all.value[inHand.id] ?? null
  const answer = computed<FishAnswer | null>(() => fish.value && answerOf(fish.value))

  const stage = computed(() => (fish.value ? stageOf(fish.value) : 'start'))
  const isOut = computed(() => stage.value === 'lifted')
  const isDone = computed(() => Boolean(fish.value && hasEnded(fish.value)))
  const settledStage = computed(() => answer.value?.stage ?? stage.value)
  const settledDone = computed(() => isEnd(settledStage.value))

  const actsFrom = (from: string) => card.value?.acts.next[from] ?? []
  /** What the big key does: core's word, or until it has answered the table of acts. */
  const natural = computed<NextAct>(() => {
    if (isDone.value) return 'fish_on'
    if (answer.value?.stage === stage.value) return answer.value.next
    return actsFrom(stage.value)[0] ?? 'fish_on'
  })
  /** Put in where the fish is; once in a record, and only with a tag in hand. */
  const marks = computed<Act[]>(() => {
    const inHand = fish.value
    if (
      !inHand ||
      !(inHand.kind === 'recaptured'
        ? inHand.new_tag_numbers.length
        : inHand.offered && inHand.said_tag === null)
    )
      return []
    return (Object.keys(card.value?.acts.marks ?? {}) as Act[]).filter(
      (mark) =>
        card.value!.acts.marks[mark]!.includes(settledStage.value as Act) &&
        !inHand.taps.some((tap) => tap.act === mark),
    )
  })
  /** All that may come besides the natural act. */
  const others = computed<Act[]>(() => {
    const acts = actsFrom(settledStage.value)
    const first = settledDone.value ? 'fish_on' : (answer.value?.next ?? acts[0])
    return [
      ...marks.value,
      ...acts.filter((act) => act !== first && (fish.value?.taps.length || act === 'in_net')),
    ]
  })

  return {
    field,
    seen,
    answer,
    answerOf,
    coreTrouble,
    stage,
    isOut,
    isDone,
    settledStage,
    settledDone,
    natural,
    marks,
    others,
  }
}
export type CoreWord = ReturnType<typeof useCoreWord>
